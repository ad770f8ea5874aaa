/** A deed that may be refused: what was wrong is kept to be shown, and anything else is thrown on. */
import { ref, shallowRef } from "vue";
import { Problem } from "./client";

export function useGuarded() {
  const problem = shallowRef<Problem | null>(null);
  const busy = ref(false);
  async function guarded<T>(deed: () => Promise<T>): Promise<T | null> {
    problem.value = null;
    busy.value = true;
    try {
      return await deed();
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
      problem.value = cause;
      return null;
    } finally {
      busy.value = false;
    }
  }
  return { problem, busy, guarded };
}
