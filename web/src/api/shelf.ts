/** The shelf: paintings listed, begun, copied, put in the bin and taken back. */
import { defineStore } from "pinia";
import { ref, shallowRef } from "vue";
import { bringPainting, client, content, Problem, type Begin, type Incoming, type Strip } from "./client";

export const useShelf = defineStore("shelf", () => {
  const strips = shallowRef<Strip[] | null>(null);
  const binned = shallowRef<Strip[]>([]);
  const problem = shallowRef<Problem | null>(null);
  const news = ref("");
  const incoming = shallowRef<Incoming[]>([]);

  async function guarded<T>(deed: () => Promise<T>): Promise<T | null> {
    problem.value = null;
    try {
      return await deed();
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
      problem.value = cause;
      return null;
    }
  }

  async function load(): Promise<void> {
    await guarded(async () => {
      [strips.value, binned.value] = await Promise.all([
        content(client.GET("/api/paintings")),
        content(client.GET("/api/paintings", { params: { query: { binned: true } } })),
      ]);
    });
  }

  async function begin(wanted: Begin): Promise<number | null> {
    const found = await guarded(() => content(client.POST("/api/paintings", { body: wanted })));
    return found?.id ?? null;
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

  return { deleteForGood, strips, binned, problem, news, incoming, load, begin, bring, duplicate, move };
});
