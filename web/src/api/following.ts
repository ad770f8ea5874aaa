/** What is asked for apart from the painting, since it takes a moment, and asked again whenever the painting changes. */
import { shallowRef, watch, type ShallowRef } from "vue";
import { Problem } from "./client";
import { useTable } from "./store";

/** The latest answer for the painting as it stands; `empty` until there is one, and where it cannot be had. */
export function useFollowing<Answer>(
  ask: (painting: number) => Promise<Answer>,
  empty: Answer,
): ShallowRef<Answer> {
  const table = useTable();
  const found = shallowRef(empty);
  watch(
    () => [table.painting?.id, table.painting?.version] as const,
    async ([id, version]) => {
      if (id === undefined) return;
      try {
        const answer = await ask(id);
        // A later change may have been quicker.
        if (table.painting?.id === id && table.painting.version === version) found.value = answer;
      } catch (problem) {
        if (!(problem instanceof Problem)) throw problem;
        found.value = empty;
      }
    },
    { immediate: true },
  );
  return found;
}
