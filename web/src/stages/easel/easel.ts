/** What the easel shows of a minute: asked for apart from the painting, and anew as the minutes go. */
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { client, content, type Change, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";
import type { Mix } from "@/stages/mixes/mixes";

export type Easel = Schemas["EaselView"];
export type PassNow = Schemas["PassNow"];
export type FilmNow = Schemas["FilmNowView"];
export type Card = Schemas["Card"];

/** The mix of a pass: that of its part of its plane, where there is one. */
export function mixOf(now: PassNow | null, mixes: readonly Mix[]): Mix | null {
  if (!now?.part) return null;
  return (
    mixes.find((each) => each.plane === now.plane && each.element === 0 && each.part === now.part) ?? null
  );
}
/** Minutes that are left of a pass: below nothing they are told as over. */
export function leftOf(now: PassNow, since: number): number {
  return now.minutes - now.painted - (now.running ? since : 0);
}

const EVERY_MS = 20_000;
const MINUTE_MS = 60_000;

export const useEasel = defineStore("easel", () => {
  const table = useTable();
  const found = shallowRef<Easel | null>(null);
  /** When it was asked for, and the present; the difference moves the clocks between two answers. */
  const askedAt = ref(0);
  const present = ref(0);
  let timer = 0;
  let run = 0;

  async function load(): Promise<void> {
    const painting = table.painting;
    if (!painting) return;
    const mine = ++run;
    const params = { path: { painting_id: painting.id } };
    const made = await content(client.GET("/api/paintings/{painting_id}/easel", { params })).catch(
      () => null,
    );
    // An answer that was overtaken is no longer wanted; without one the last one stands.
    if (!made || mine !== run) return;
    found.value = made;
    askedAt.value = present.value = performance.now();
  }
  watch(
    () => table.painting?.id,
    () => (found.value = null),
  );
  /** Looks at the clock while somebody looks at the easel. */
  function watchClock(): () => void {
    timer = window.setInterval(() => {
      present.value = performance.now();
      if (present.value - askedAt.value >= EVERY_MS) void load();
    }, 1000);
    return () => window.clearInterval(timer);
  }
  /** Whole minutes since it was asked for. */
  const since = computed(() => Math.floor((present.value - askedAt.value) / MINUTE_MS));

  async function press(change: Change): Promise<boolean> {
    const went = await table.change(change);
    await load();
    return went;
  }
  return { found, since, load, press, watchClock };
});
