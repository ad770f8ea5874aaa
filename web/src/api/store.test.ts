import { createPinia, setActivePinia } from "pinia";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { useTable } from "./store";

interface Call {
  method: string;
  path: string;
  body: { version?: number; change?: { action: string } };
}
const calls: Call[] = [];
let version = 1;
let refuse = "";

function painting(): object {
  return {
    id: 1,
    version,
    planes: [{ rank: 1 }, { rank: 2 }],
    work: { passes: [{ number: 4 }] },
    history: { undo: version > 1 ? "Change" : null, redo: null },
    outline_key: `key${version}`,
    judgements: [{ key: "always" }, ...(version > 1 ? [{ key: `since ${version}` }] : [])],
  };
}

/** The server: every change raises the version; a stale one is refused. */
async function answer(input: RequestInfo | URL): Promise<Response> {
  const request = input as Request;
  const body = request.method === "POST" ? ((await request.json()) as Call["body"]) : {};
  const path = new URL(request.url).pathname;
  calls.push({ method: request.method, path, body });
  await new Promise((done) => setTimeout(done, 2));
  const json = (content: object, status = 200) =>
    new Response(JSON.stringify(content), { status, headers: { "content-type": "application/json" } });
  if (path.endsWith("/outlines")) return json([{ rank: 1, path: "M0 0Z" }]);
  if (path.endsWith("/version")) return json({ version });
  if (path.endsWith("/border")) return json({ rank: 1, path: "M1 1L2 2" });
  if (request.method === "POST") {
    if (refuse) return json({ code: refuse, title: "Refused.", way_out: "Later." }, 409);
    if (body.version !== version)
      return json({ code: "changed_elsewhere", title: "Moved on.", way_out: "Look." }, 409);
    version += 1;
  }
  return json(painting());
}

beforeEach(() => {
  setActivePinia(createPinia());
  calls.length = 0;
  version = 1;
  refuse = "";
  vi.stubGlobal("window", globalThis);
  vi.stubGlobal("fetch", answer);
});

const CHANGE = { action: "derive_passes" } as const;

describe("the painting on the table", () => {
  it("is opened with its outlines", async () => {
    const table = useTable();
    await table.open(1);
    expect(table.painting?.version).toBe(1);
    await vi.waitFor(() => expect(table.outlines).toHaveLength(1));
  });

  it("takes changes one after the other, each on what the one before left", async () => {
    const table = useTable();
    await table.open(1);
    const made = await Promise.all([table.change(CHANGE), table.change(CHANGE), table.change(CHANGE)]);
    expect(made).toEqual([true, true, true]);
    expect(calls.filter((each) => each.method === "POST").map((each) => each.body.version)).toEqual([
      1, 2, 3,
    ]);
    expect(table.problem).toBeNull();
  });

  it("is read again when another window changed it, and says so", async () => {
    const table = useTable();
    await table.open(1);
    version = 7;
    expect(await table.change(CHANGE)).toBe(false);
    expect(table.problem?.code).toBe("changed_elsewhere");
    expect(table.painting?.version).toBe(7);
    expect(await table.change(CHANGE)).toBe(true);
    expect(table.problem).toBeNull();
  });

  it("keeps what it has when a change is refused", async () => {
    const table = useTable();
    await table.open(1);
    refuse = "in_use";
    expect(await table.change(CHANGE)).toBe(false);
    expect(table.problem?.wayOut).toBe("Later.");
    expect(table.painting?.version).toBe(1);
  });

  it("keeps what was refused elsewhere and sends it again on one press", async () => {
    const table = useTable();
    await table.open(1);
    version = 5;
    expect(await table.change(CHANGE)).toBe(false);
    expect(table.held).toEqual(CHANGE);
    await table.sendAgain();
    expect(table.held).toBeNull();
    expect(table.painting?.version).toBe(6);
  });

  it("holds nothing that makes no sense", async () => {
    const table = useTable();
    await table.open(1);
    refuse = "invalid";
    await table.change(CHANGE);
    expect(table.held).toBeNull();
  });

  it("looks again when it is come back to, and reads only what has changed", async () => {
    const table = useTable();
    await table.open(1);
    const before = calls.length;
    await table.lookAgain();
    expect(calls.slice(before).map((each) => each.path)).toEqual(["/api/paintings/1/version"]);
    version = 3;
    await table.lookAgain();
    expect(table.painting?.version).toBe(3);
  });

  it("marks the judgements that came with the last change", async () => {
    const table = useTable();
    await table.open(1);
    expect(table.fresh.size).toBe(0);
    await table.change(CHANGE);
    expect([...table.fresh]).toEqual(["since 2"]);
    expect(table.news).toBe("Change");
  });

  it("goes on after a refusal", async () => {
    const table = useTable();
    await table.open(1);
    refuse = "in_use";
    const first = table.change(CHANGE);
    await first;
    refuse = "";
    expect(await table.change(CHANGE)).toBe(true);
  });

  it("undoes only where there is something to undo", async () => {
    const table = useTable();
    await table.open(1);
    await table.step("undo");
    expect(calls.some((each) => each.path.endsWith("/undo"))).toBe(false);
    await table.change(CHANGE);
    await table.step("undo");
    expect(table.news).toBe("Taken back: Change");
  });
});

describe("a remedy", () => {
  it("that points at a place changes nothing", async () => {
    const table = useTable();
    await table.open(1);
    await table.apply({ label: "Show", action: "show_border", arguments: { far: 1, near: 2 } });
    expect(table.shownBorder).toBe("M1 1L2 2");
    await table.apply({ label: "Choose", action: "choose_plane", arguments: { plane: 2 } });
    expect(table.plane).toBe(2);
    expect(calls.some((each) => each.path.endsWith("/changes"))).toBe(false);
  });

  it("that changes the plan is a change like any other", async () => {
    const table = useTable();
    await table.open(1);
    await table.apply({ label: "Free", action: "unlock_plane", arguments: { plane: 2 } });
    const sent = calls.find((each) => each.path.endsWith("/changes"));
    expect(sent?.body.change).toEqual({ action: "unlock_plane", plane: 2 });
  });
});

describe("what is chosen", () => {
  it("follows the planes there are", async () => {
    const table = useTable();
    table.plane = 9;
    await table.open(1);
    expect(table.chosenPlane?.rank).toBe(1);
    table.pass = 4;
    expect(table.chosenPass?.number).toBe(4);
  });
});
