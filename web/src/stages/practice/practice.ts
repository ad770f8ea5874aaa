/** Practice: who practises, the drill before them, and what their answers show. */
import { defineStore } from "pinia";
import { computed, ref, shallowRef } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useGuarded } from "@/api/guarded";

export type Drill = Schemas["DrillView"];
export type Marked = Schemas["MarkedView"];
export type Shown = Schemas["ShownView"];
export type MassesTold = Schemas["MassesView"];
/** Cuts between values, rising, and the smallest shape as a share of the picture. */
export interface Massing {
  cuts: number[];
  smallest: number;
}
/** A part of the picture in a format: its middle and its width, in shares of the picture. */
export interface Frame {
  key: string;
  x: number;
  y: number;
  width: number;
  /** Whether it was moved from where it began. */
  placed: boolean;
}
export type Given = number | string | string[] | Massing | Omit<Frame, "placed">[] | null;
/** What is answered so far. */
export interface Answering {
  number: number;
  chosen: string;
  order: string[];
  massing: Massing;
  frames: Frame[];
}

/** Where answering a drill begins. */
export function beginning(drill: Drill): Answering {
  const cuts = Array.from(
    { length: Math.max(0, drill.values - 1) },
    (_, at) => drill.low + ((drill.high - drill.low) * (at + 1)) / drill.values,
  );
  return {
    number: drill.unit === "line" ? 0.5 : (drill.low + drill.high) / 2,
    chosen: "",
    order: [],
    massing: { cuts: cuts.map((cut) => Math.round(10 * cut) / 10), smallest: 0.004 },
    frames:
      drill.answer === "frames"
        ? drill.options.map((each) => ({ key: each.key, x: 0.5, y: 0.5, width: 0.6, placed: false }))
        : [],
  };
}
/** Moves a cut and pushes its neighbours along, so that they stay rising inside the range. */
export function cutMoved(
  cuts: readonly number[],
  at: number,
  to: number,
  drill: { low: number; high: number },
): number[] {
  const gap = 0.1;
  const moved = [...cuts];
  const last = cuts.length - 1;
  moved[at] = Math.min(Math.max(to, drill.low + gap * at), drill.high - gap * (last - at));
  for (let each = at + 1; each <= last; each++)
    moved[each] = Math.max(moved[each] ?? 0, (moved[each - 1] ?? 0) + gap);
  for (let each = at - 1; each >= 0; each--)
    moved[each] = Math.min(moved[each] ?? 10, (moved[each + 1] ?? 10) - gap);
  return moved.map((cut) => Math.round(10 * cut) / 10);
}
/** The answer that is given just now, as far as it is complete. */
export function complete(drill: Drill, said: Answering): Given | undefined {
  if (drill.answer === "number") return said.number;
  if (drill.answer === "choice") return said.chosen || undefined;
  if (drill.answer === "order")
    return said.order.length === drill.options.length ? [...said.order] : undefined;
  if (drill.answer === "cuts") return said.massing;
  if (drill.answer === "frames")
    return said.frames.some((each) => each.placed)
      ? said.frames.filter((each) => each.placed).map(({ key, x, y, width }) => ({ key, x, y, width }))
      : undefined;
  return null;
}
/** Proportions of a format, width over height, read off its key. */
export function ratioOf(key: string): number {
  if (key === "square") return 1;
  const [wide, high] = key.split("_").slice(-2).map(Number);
  return (wide ?? 1) / (high ?? 1);
}
/** A frame as it lies on a picture of this size: kept inside, like the part that is cut out of it. */
export function framed(
  frame: Frame,
  wide: number,
  high: number,
): { x: number; y: number; width: number; height: number } {
  const ratio = ratioOf(frame.key);
  const width = Math.min(frame.width * wide, wide, high * ratio);
  const height = width / ratio;
  const inside = (at: number, size: number, whole: number) =>
    Math.min(Math.max(at * whole - size / 2, 0), whole - size);
  return { x: inside(frame.x, width, wide), y: inside(frame.y, height, high), width, height };
}
/** Query that names a picture in few values. */
export function massesQuery(drill: Drill, massing: Massing) {
  return {
    cuts: massing.cuts,
    smallest: massing.smallest,
    ...(drill.painting ? { painting: drill.painting, version: drill.version ?? undefined } : {}),
  };
}

/** Puts a place at the end of the order, or takes it and all after it out again. */
export function ordered(order: readonly string[], key: string): string[] {
  const at = order.indexOf(key);
  return at < 0 ? [...order, key] : order.slice(0, at);
}

export const usePractice = defineStore("practice", () => {
  const found = shallowRef<Schemas["PracticeView"] | null>(null);
  const shown = shallowRef<Shown | null>(null);
  const drill = shallowRef<Drill | null>(null);
  const marked = shallowRef<Marked | null>(null);
  const { problem, busy, guarded } = useGuarded();
  let since = 0;

  async function load(): Promise<void> {
    found.value = await guarded(() => content(client.GET("/api/practice")));
    const last = Number(localStorage.getItem("learner"));
    if (!shown.value && found.value?.learners.some((each) => each.id === last)) await choose(last);
  }
  async function begin(name: string): Promise<void> {
    const begun = await guarded(() => content(client.POST("/api/practice/learners", { body: { name } })));
    if (begun) settle(begun);
  }
  function settle(begun: Shown): void {
    shown.value = begun;
    localStorage.setItem("learner", String(begun.learner.id));
  }
  async function choose(id: number): Promise<void> {
    const path = { learner_id: id };
    const begun = await guarded(() =>
      content(client.GET("/api/practice/learners/{learner_id}", { params: { path } })),
    );
    if (begun) settle(begun);
  }
  /** The painting on whose own picture one practises; null for painted scenes. */
  const own = ref<number | null>(null);
  async function next(kind?: string): Promise<void> {
    if (!shown.value) return;
    const fits = kind === undefined || found.value?.kinds.find((each) => each.key === kind)?.own;
    const query = { ...(kind ? { kind } : {}), ...(own.value && fits ? { painting: own.value } : {}) };
    const params = { path: { learner_id: shown.value.learner.id }, query };
    const made = await guarded(() =>
      content(client.GET("/api/practice/learners/{learner_id}/drill", { params })),
    );
    if (!made) return;
    marked.value = null;
    kept.value = false;
    drill.value = made;
    since = performance.now();
  }
  async function answer(said: Given): Promise<void> {
    const asked = drill.value;
    if (!asked || !shown.value || marked.value) return;
    const seconds = (performance.now() - since) / 1000;
    const body = {
      kind: asked.kind,
      seed: asked.seed,
      level: asked.level,
      given: said,
      seconds,
      painting: asked.painting,
      version: asked.version,
    };
    const path = { learner_id: shown.value.learner.id };
    const found = await guarded(() =>
      content(client.POST("/api/practice/learners/{learner_id}/answers", { params: { path }, body })),
    );
    if (!found) return;
    given.value = said;
    marked.value = found;
    shown.value = found.shown;
  }
  const kept = ref(false);
  const given = shallowRef<Given>(null);
  /** Keeps the answer among the thumbnails of the painting it was made on. */
  async function keepThumbnails(): Promise<void> {
    const asked = drill.value;
    if (!asked?.painting || !asked.version) return;
    const path = { painting_id: asked.painting, version: asked.version };
    const body = { kind: asked.kind, seed: asked.seed, level: asked.level, given: given.value };
    const done = await guarded(() =>
      content(
        client.POST("/api/practice/own/{painting_id}/{version}/thumbnails", { params: { path }, body }),
      ),
    );
    if (done) kept.value = true;
  }
  async function forget(skill?: string): Promise<void> {
    if (!shown.value) return;
    const id = shown.value.learner.id;
    const params = { path: { learner_id: id }, query: skill ? { skill } : {} };
    await guarded(() => content(client.DELETE("/api/practice/learners/{learner_id}", { params })));
    if (skill) {
      await choose(id);
      return;
    }
    leave();
    localStorage.removeItem("learner");
    await load();
  }
  function leave(): void {
    shown.value = null;
    drill.value = null;
    marked.value = null;
  }
  const named = computed(() => new Map((found.value?.kinds ?? []).map((each) => [each.key, each.name])));
  return {
    found,
    shown,
    drill,
    marked,
    problem,
    busy,
    named,
    own,
    load,
    begin,
    choose,
    next,
    answer,
    kept,
    keepThumbnails,
    forget,
    leave,
  };
});
