/** The shelf: paintings listed, begun, copied, put in the bin and taken back. */
import { defineStore } from "pinia";
import { ref, shallowRef } from "vue";
import { bringPainting, client, content, upload, type Begin, type Incoming, type Strip } from "./client";
import { useGuarded } from "./guarded";

/** Planes to begin with: sky, far, middle and near. */
const PLANES = 4;
const BOARD = {
  idea: "",
  medium: "acrylic",
  support: "board",
  width_cm: 30.5,
  height_cm: 22.9,
  unit: "cm" as const,
  ground: "white",
};

type Order = "changed" | "title" | "progress";
/** So many of the bin are shown; who bins more empties it first. */
const MOST_BINNED = 200;

export const useShelf = defineStore("shelf", () => {
  const strips = shallowRef<Strip[] | null>(null);
  const binned = shallowRef<Strip[]>([]);
  /** How many paintings hold the words, stand on the shelf, and lie in the bin; pages hold only some of them. */
  const counts = shallowRef({ found: 0, standing: 0, finished: 0, binned: 0 });
  const sought = ref({ word: "", order: "changed" as Order });
  const { problem, guarded } = useGuarded();
  const news = ref("");
  const incoming = shallowRef<Incoming[]>([]);
  /** When the last backup was made, and where the daily ones are. */
  const backup = shallowRef({ said: "", folder: "" });

  const page = (start: number, inBin = false) =>
    content(
      client.GET("/api/paintings", {
        params: { query: inBin ? { binned: true, count: MOST_BINNED } : { ...sought.value, start } },
      }),
    );

  /** Lists the first page, and what lies in the bin. */
  async function load(): Promise<void> {
    await guarded(async () => {
      const asked = client.GET("/api/backup");
      const [standing, inBin] = await Promise.all([page(0), page(0, true)]);
      [strips.value, binned.value, counts.value] = [standing.paintings, inBin.paintings, standing];
      backup.value = await content(asked);
    });
  }

  let asked = 0;
  /** Lists the paintings that hold a word, in an order; the latest question wins. */
  async function seek(word: string, order: Order): Promise<void> {
    sought.value = { word: word.trim(), order };
    const mine = ++asked;
    await guarded(async () => {
      const first = await page(0);
      if (mine === asked) [strips.value, counts.value] = [first.paintings, first];
    });
  }

  /** Lists the next page below what is shown. */
  async function more(): Promise<void> {
    const shown = strips.value ?? [];
    if (shown.length >= counts.value.found) return;
    const mine = ++asked;
    await guarded(async () => {
      const next = await page(shown.length);
      const known = new Set(shown.map((each) => each.id));
      if (mine === asked) strips.value = [...shown, ...next.paintings.filter((each) => !known.has(each.id))];
    });
  }

  async function begin(wanted: Begin): Promise<number | null> {
    const found = await guarded(() => content(client.POST("/api/paintings", { body: wanted })));
    return found?.id ?? null;
  }

  /** What a new painting begins with: as the last one. */
  async function usual(): Promise<Begin> {
    return (await guarded(() => content(client.GET("/api/paintings/begin")))) ?? { title: "", ...BOARD };
  }

  async function addSample(): Promise<number | null> {
    const found = await guarded(() => content(client.POST("/api/paintings/sample")));
    return found?.id ?? null;
  }

  /** Begins a painting with a photo: named after its file, on what the last one was painted on, planes proposed. */
  async function beginWith(file: File): Promise<number | null> {
    const title =
      file.name
        .replace(/\.[^.]*$/, "")
        .replace(/[_-]+/g, " ")
        .trim()
        .slice(0, 100) || "A place";
    const found = await guarded(async () =>
      content(client.POST("/api/paintings", { body: { ...(await usual()), title } })),
    );
    if (!found) return null;
    const sent = upload(found.id, found.version, file, (share) => {
      incoming.value = [{ name: file.name, share, cancel: sent.cancel }];
    });
    incoming.value = [{ name: file.name, share: 0, cancel: sent.cancel }];
    const taken = await guarded(() => sent.done);
    incoming.value = [];
    if (!taken) {
      // A painting without its photo is not what was wanted.
      const said = problem.value;
      await move(found.id, "bin", title);
      problem.value = said;
      return null;
    }
    await guarded(() =>
      content(
        client.POST("/api/paintings/{painting_id}/changes", {
          params: { path: { painting_id: found.id } },
          body: { version: taken.painting.version, change: { action: "propose_planes", count: PLANES } },
        }),
      ),
    );
    return found.id;
  }

  /** Brings a painting in that was kept in a file, or given by somebody. */
  async function bring(file: File): Promise<number | null> {
    const sent = bringPainting(file, (share) => {
      incoming.value = [{ name: file.name, share, cancel: sent.cancel }];
    });
    incoming.value = [{ name: file.name, share: 0, cancel: sent.cancel }];
    const found = await guarded(() => sent.done);
    incoming.value = [];
    if (found) news.value = `${found.brief.title} is on the shelf.`;
    return found?.id ?? null;
  }

  async function duplicate(id: number): Promise<void> {
    const path = { params: { path: { painting_id: id } } };
    const found = await guarded(() => content(client.POST("/api/paintings/{painting_id}/duplicate", path)));
    if (found) news.value = `Copied: ${found.brief.title}`;
    await load();
  }

  async function move(id: number, where: "bin" | "shelf", title: string): Promise<void> {
    const path = { params: { path: { painting_id: id } } };
    await guarded(async () => {
      if (where === "bin") await content(client.POST("/api/paintings/{painting_id}/bin", path));
      else await content(client.POST("/api/paintings/{painting_id}/take-back", path));
      news.value = where === "bin" ? `${title} is in the bin and can be taken back.` : `${title} is back.`;
    });
    await load();
  }

  /** Deletes a painting in the bin with everything that hangs on it; there is no way back. */
  async function deleteForGood(id: number, title: string): Promise<void> {
    const path = { params: { path: { painting_id: id } } };
    await guarded(async () => {
      await content(client.DELETE("/api/paintings/{painting_id}", path));
      news.value = `${title} is deleted.`;
    });
    await load();
  }

  return {
    usual,
    addSample,
    beginWith,
    deleteForGood,
    backup,
    counts,
    seek,
    more,
    strips,
    binned,
    problem,
    news,
    incoming,
    load,
    begin,
    bring,
    duplicate,
    move,
  };
});
