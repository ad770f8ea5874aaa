import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useTable } from "@/api/store";
import { useMixes } from "./mixes";

function mix(plane: number, part: string, batch = "A", element = 0) {
  return { plane, part, batch, element, recipe: { parts: [], said: "" }, others: [], same_hue: null };
}
const ANSWER = {
  tubes: [],
  mixes: [mix(1, "mass"), mix(1, "dark", "B"), mix(2, "mass", "C"), mix(2, "base", "D", 7)],
  batches: [{ name: "B", said: "Sky dark" }],
  judgements: [],
};

function answering(body: unknown) {
  return vi.fn(
    async () => new Response(JSON.stringify(body), { headers: { "Content-Type": "application/json" } }),
  );
}

describe("the mixes", () => {
  beforeEach(() => {
    setActivePinia(createPinia());
    useTable().painting = { id: 3, mark: "one", planes: [] } as never;
  });
  afterEach(() => vi.unstubAllGlobals());

  it("are asked for once for each view of the painting", async () => {
    const fetch = answering(ANSWER);
    vi.stubGlobal("fetch", fetch);
    const mixes = useMixes();
    await mixes.load();
    await mixes.load();
    expect(fetch).toHaveBeenCalledTimes(1);
    useTable().painting = { id: 3, mark: "two", planes: [] } as never;
    await mixes.load();
    expect(fetch).toHaveBeenCalledTimes(2);
  });

  it("give the chosen place with its batch", async () => {
    vi.stubGlobal("fetch", answering(ANSWER));
    const [table, mixes] = [useTable(), useMixes()];
    await mixes.load();
    table.plane = 1;
    mixes.part = "dark";
    expect(mixes.chosen?.batch).toBe("B");
    expect(mixes.batch?.said).toBe("Sky dark");
    mixes.part = "light";
    expect(mixes.chosen?.part).toBe("mass"); // what is not there gives way to the mass
    expect(mixes.at(2, "mass")?.batch).toBe("C");
  });

  it("give a thing's place only in the plane of that thing", async () => {
    vi.stubGlobal("fetch", answering(ANSWER));
    const [table, mixes] = [useTable(), useMixes()];
    await mixes.load();
    [table.plane, mixes.thing, mixes.part] = [2, 7, "base"];
    expect(mixes.chosen?.batch).toBe("D");
    table.plane = 1;
    expect(mixes.chosen?.element).toBe(0);
    expect(mixes.at(2, "mass")?.batch).toBe("C");
  });

  it("tell what is mixed again only where there are recipes", async () => {
    vi.stubGlobal("fetch", answering({ ...ANSWER, remixes_said: "3 remixes" }));
    const mixes = useMixes();
    expect(mixes.remixesSaid).toBe("");
    await mixes.load();
    expect(mixes.remixesSaid).toBe("3 remixes");
  });

  it("are not shown where another view has overtaken the answer", async () => {
    let answer: (found: Response) => void = () => undefined;
    vi.stubGlobal(
      "fetch",
      vi.fn(() => new Promise<Response>((resolve) => (answer = resolve))),
    );
    const mixes = useMixes();
    const first = mixes.load();
    await vi.waitFor(() => expect(fetch).toHaveBeenCalledTimes(1));
    const late = answer;
    useTable().painting = { id: 3, mark: "two", planes: [] } as never;
    void mixes.load();
    late(new Response(JSON.stringify(ANSWER), { headers: { "Content-Type": "application/json" } }));
    await first;
    expect(mixes.found).toBeNull();
  });

  it("say nothing of a recipe that makes no sense", async () => {
    vi.stubGlobal(
      "fetch",
      vi.fn(async () => new Response(JSON.stringify({ code: "out_of_range", title: "No" }), { status: 422 })),
    );
    expect(await useMixes().tried([[1, 0]], 5)).toBeNull();
  });
});
