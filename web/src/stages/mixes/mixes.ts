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

export const PARTS: readonly Part[] = ["light", "mass", "dark"];

export const useMixes = defineStore("mixes", () => {
  const table = useTable();
  const found = shallowRef<Mixes | null>(null);
  const part = ref<Part>("mass");
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

  const chosen = computed(
    () => found.value?.mixes.find((each) => each.plane === table.plane && each.part === part.value) ?? null,
  );
  const batch = computed(
    () => found.value?.batches.find((each) => each.name === chosen.value?.batch) ?? null,
  );

  function at(plane: number, wanted: Part): Mix | undefined {
    return found.value?.mixes.find((each) => each.plane === plane && each.part === wanted);
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
          part: part.value,
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

  return { found, part, chosen, batch, load, at, tried, few };
});
