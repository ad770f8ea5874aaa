/** Width of an element as it changes. */
import { onBeforeUnmount, onMounted, ref, type Ref } from "vue";

export function useElementSize(element: Ref<HTMLElement | null>): { width: Ref<number> } {
  const width = ref(760);
  let watching: ResizeObserver | null = null;
  onMounted(() => {
    if (!element.value) return;
    watching = new ResizeObserver(([entry]) => {
      if (entry) width.value = entry.contentRect.width;
    });
    watching.observe(element.value);
  });
  onBeforeUnmount(() => watching?.disconnect());
  return { width };
}
