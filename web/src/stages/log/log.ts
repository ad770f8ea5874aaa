/** What the log tells of the painting on the table: asked for apart, where it is looked at. */
import { defineStore } from "pinia";
import { shallowRef, watch } from "vue";
import { client, content, type Change, type Judgement, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";

export type Log = Schemas["LogView"];
export type DiaryLine = Schemas["DiaryLineView"];

/** Lines under the day they belong to. */
export function byDay(lines: readonly DiaryLine[]): { day: string; lines: DiaryLine[] }[] {
  const days: { day: string; lines: DiaryLine[] }[] = [];
  for (const line of lines) {
    const last = days.at(-1);
    if (last?.day === line.day_said) last.lines.push(line);
    else days.push({ day: line.day_said, lines: [line] });
  }
  return days;
}

export const useLog = defineStore("log", () => {
  const table = useTable();
  const found = shallowRef<Log | null>(null);
  const lines = shallowRef<DiaryLine[]>([]);
  const words = shallowRef("");
  const kind = shallowRef("");
  /** Whether older lines are left. */
  const more = shallowRef(false);
  /** What is judged of the photo that is looked at. */
  const judgements = shallowRef<Judgement[]>([]);
  const AT_ONCE = 60;
  let run = 0;

  async function load(): Promise<void> {
    const painting = table.painting;
    if (!painting) return;
    const params = { path: { painting_id: painting.id } };
    const made = await content(client.GET("/api/paintings/{painting_id}/log", { params })).catch(() => null);
    if (made && table.painting?.id === painting.id) found.value = made;
    await search();
  }
  /** Looks for lines anew; or, with `on`, for older ones. */
  async function search(on = false): Promise<void> {
    const painting = table.painting;
    if (!painting) return;
    const mine = ++run;
    const query = {
      words: words.value,
      kind: kind.value,
      most: AT_ONCE,
      ...(on && lines.value.length ? { before: lines.value.at(-1)?.id } : {}),
    };
    const params = { path: { painting_id: painting.id }, query };
    const made = await content(client.GET("/api/paintings/{painting_id}/diary", { params })).catch(() => []);
    if (mine !== run) return;
    lines.value = on ? [...lines.value, ...made] : made;
    more.value = made.length === AT_ONCE;
  }
  watch(
    () => table.painting?.id,
    () => {
      found.value = null;
      lines.value = [];
      judgements.value = [];
    },
  );
  async function press(change: Change): Promise<boolean> {
    const went = await table.change(change);
    await load();
    return went;
  }
  return { judgements, found, lines, words, kind, more, load, search, press };
});
