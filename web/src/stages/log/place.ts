/** A place on the painting that is pressed, or moved by the arrow keys, in shares of it. */
import { computed, ref } from "vue";

export type Place = { x: number; y: number };
/** How far an arrow key moves it. */
const STEP = 0.02;
const WAYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

export function usePlace() {
  const place = ref<Place | null>(null);
  function point(event: PointerEvent): void {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    place.value = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
  }
  function arrow(event: KeyboardEvent): void {
    const way = WAYS[event.key];
    if (!way) return;
    event.preventDefault();
    const from = place.value ?? { x: 0.5, y: 0.5 };
    const held = (value: number) => Math.min(1, Math.max(0, value));
    place.value = { x: held(from.x + way[0] * STEP), y: held(from.y + way[1] * STEP) };
  }
  const where = computed(() =>
    place.value
      ? `${Math.round(100 * place.value.x)} % from the left, ${Math.round(100 * place.value.y)} % from the top`
      : "no place chosen yet",
  );
  return { place, point, arrow, where };
}
