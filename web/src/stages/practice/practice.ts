/** Practice: who practises, the drill before them, and what their answers show. */
import { defineStore } from "pinia";
import { computed, ref, shallowRef } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useGuarded } from "@/api/guarded";

export type Drill = Schemas["DrillView"];
export type Marked = Schemas["MarkedView"];
export type Shown = Schemas["ShownView"];
export type Given = number | string | string[] | null;

/** The answer that is given just now, as far as it is complete. */
export function complete(
  drill: Drill,
  number: number,
  chosen: string,
  order: readonly string[],
): Given | undefined {
  if (drill.answer === "number") return number;
  if (drill.answer === "choice") return chosen || undefined;
  if (drill.answer === "order") return order.length === drill.options.length ? [...order] : undefined;
  return null;
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
    drill.value = made;
    since = performance.now();
  }
  async function answer(given: Given): Promise<void> {
    const asked = drill.value;
    if (!asked || !shown.value || marked.value) return;
    const seconds = (performance.now() - since) / 1000;
    const body = {
      kind: asked.kind,
      seed: asked.seed,
      level: asked.level,
      given,
      seconds,
      painting: asked.painting,
      version: asked.version,
    };
    const path = { learner_id: shown.value.learner.id };
    const said = await guarded(() =>
      content(client.POST("/api/practice/learners/{learner_id}/answers", { params: { path }, body })),
    );
    if (!said) return;
    marked.value = said;
    shown.value = said.shown;
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
    forget,
    leave,
  };
});
