/** Puts in place what an answer says has changed; all else stays the very same object, so that nothing else is drawn anew. */

export type Patch =
  | { put: unknown }
  | { parts: Record<string, Patch> }
  | { key: string; order: string[]; rows: Record<string, Patch> };

type Row = Record<string, unknown>;

function rowsPatched(before: Row[], key: string, order: string[], rows: Record<string, Patch>): unknown[] {
  const known = new Map(before.map((row) => [String(row[key]), row]));
  return order.map((name) => (rows[name] ? patchedAs(known.get(name), rows[name]) : known.get(name)));
}

function patchedAs(before: unknown, patch: Patch): unknown {
  if ("put" in patch) return patch.put;
  if ("rows" in patch) return rowsPatched(before as Row[], patch.key, patch.order, patch.rows);
  const found: Row = { ...(before as Row) };
  for (const [name, part] of Object.entries(patch.parts)) found[name] = patchedAs(found[name], part);
  return found;
}

export function patched<T>(before: T, patch: unknown): T {
  return patchedAs(before, patch as Patch) as T;
}
