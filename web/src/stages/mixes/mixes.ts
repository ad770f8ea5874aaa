/** The mixes of the painting on the table: asked for apart, since recipes are found only where one looks at them. */
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";

export type Mixes = Schemas["MixesView"];
export type Mix = Schemas["MixView"];
export type Tube = Schemas["TubeView"];
export type Recipe = Schemas["RecipeView"];
export type Batch = Schemas["BatchView"];
export type UsualTube = Schemas["UsualTubeView"];
export type Part = Mix["part"];

/** The parts of a plane, and those of a thing. */
export const PARTS: readonly Part[] = ["light", "mass", "dark"];
export const THING_PARTS: readonly Part[] = ["light", "base", "pattern", "tint"];

export const useMixes = defineStore("mixes", () => {
  const table = useTable();
  const found = shallowRef<Mixes | null>(null);
  const part = ref<Part>("mass");
  /** Number of the thing that is looked at; it counts only in its own plane. */
  const thing = ref(0);
  let asked = "";

  async function load(): Promise<void> {
    const painting = table.painting;
    if (!painting || asked === painting.mark) return;
    const mark = painting.mark;
    asked = mark;
    const answer = client.GET("/api/paintings/{painting_id}/mixes", {
      params: { path: { painting_id: painting.id } },
    });
    const made = await content(answer).catch(() => null);
    // An answer that was overtaken by a newer painting is no longer wanted.
    if (made && asked === mark) found.value = made;
  }
  watch(
    () => table.painting?.id,
    () => (found.value = null),
  );

  const chosen = computed(() => {
    const here = (found.value?.mixes ?? []).filter((each) => each.plane === table.plane);
    return (
      here.find((each) => each.element === thing.value && each.part === part.value) ??
      here.find((each) => each.element === 0 && each.part === part.value) ??
      here.find((each) => each.element === 0 && each.part === "mass") ??
      null
    );
  });
  const batch = computed(
    () => found.value?.batches.find((each) => each.name === chosen.value?.batch) ?? null,
  );

  function at(plane: number, wanted: Part): Mix | undefined {
    return found.value?.mixes.find(
      (each) => each.plane === plane && each.element === 0 && each.part === wanted,
    );
  }

  /** Says what a recipe makes, without keeping it; null where it makes no sense. */
  async function tried(parts: [number, number][], water: number): Promise<Recipe | null> {
    const painting = table.painting;
    if (!painting) return null;
    const answer = client.GET("/api/paintings/{painting_id}/mixes/tried", {
      params: {
        path: { painting_id: painting.id },
        query: {
          plane: table.plane,
          part: chosen.value?.part ?? part.value,
          element: chosen.value?.element ?? 0,
          parts: parts.map(([tube, count]) => `${tube}:${count}`).join(","),
          water,
        },
      },
    });
    return (await content(answer).catch(() => null))?.recipe ?? null;
  }

  /** Asks for the fewest tubes that do. */
  async function few(tolerance: number): Promise<Schemas["FewTubesView"] | null> {
    const painting = table.painting;
    if (!painting) return null;
    const answer = client.GET("/api/paintings/{painting_id}/mixes/few", {
      params: { path: { painting_id: painting.id }, query: { tolerance } },
    });
    return content(answer).catch(() => null);
  }

  /** What has to be mixed again in this order: by the recipes, by planes without a palette; empty while nobody knows. */
  const remixesSaid = computed(() => {
    if (!found.value) return "";
    return found.value.mixes.length
      ? found.value.remixes_said
      : (table.painting?.work.cost.remixes_said ?? "");
  });

  return { found, remixesSaid, part, thing, chosen, batch, load, at, tried, few };
});
