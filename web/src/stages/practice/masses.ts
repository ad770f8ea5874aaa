/** How many shapes a picture has in the cuts that are set; asked a moment after the last move. */
import { watchDebounced } from "@vueuse/core";
import { shallowRef } from "vue";
import { client } from "@/api/client";
import { massesQuery, type Drill, type Massing, type MassesTold } from "./practice";

const PAUSE_MS = 120;
export function useMasses(drill: () => Drill | null, massing: () => Massing | null) {
  const told = shallowRef<MassesTold | null>(null);
  let asked = 0;
  watchDebounced(
    () => [drill(), massing()] as const,
    async ([of, said]) => {
      asked += 1;
      const mine = asked;
      if (of?.answer !== "cuts" || !said) {
        told.value = null;
        return;
      }
      const path = { level: of.level, seed: of.seed };
      const found = await client.GET("/api/practice/masses/{level}/{seed}", {
        params: { path, query: massesQuery(of, said) },
      });
      if (mine === asked && found.data) told.value = found.data;
    },
    { debounce: PAUSE_MS, immediate: true },
  );
  return told;
}
