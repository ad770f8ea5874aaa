<script setup lang="ts">
/** A picture the painter can step closer to: with the wheel, two fingers or keys. */
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { closer, keyed, moved, pinched, placeOf, showing, WHOLE, type View } from "./close";
import type { Point } from "./pen";

const props = defineProps<{
  /** What the frame is called among those on the page. */
  name: string;
  /** Width of the picture over its height. */
  aspect: number;
  /** Address of the picture: another one is seen whole again. */
  image: string;
  /** Whether a press draws, so that only two fingers or the wheel move the picture. */
  drawing: boolean;
}>();
const view = defineModel<View>("view", { required: true });

const frame = ref<HTMLElement | null>(null);
/** Two fingers are on the picture: nothing is drawn meanwhile. */
const held = ref(false);
const fingers = new Map<number, Point>();
let grip: { from: Point; at: View; id: number } | null = null;
let pair: { from: [Point, Point]; at: View } | null = null;

const close = computed(() => view.value.scale > 1.001);
const inner = computed(() => ({
  width: `${100 * view.value.scale}%`,
  transform: `translate(${-100 * view.value.x}%, ${-100 * view.value.y}%)`,
}));
function place(event: MouseEvent): Point {
  const box = (frame.value as HTMLElement).getBoundingClientRect();
  return [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
}
function wheel(event: WheelEvent): void {
  // Some browsers turn the wheel by lines, not by pixels.
  const unit = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 16 : 1;
  const [right, down] = [unit * event.deltaX, unit * event.deltaY];
  if (event.ctrlKey || event.metaKey) {
    event.preventDefault();
    view.value = closer(view.value, Math.exp(-down / 300), place(event));
    return;
  }
  if (!close.value) return;
  const sideways = event.shiftKey && !right;
  const next = moved(view.value, (sideways ? down : right) / 500, sideways ? 0 : down / 500);
  // At its edge the picture lets the page go on.
  if (next.x === view.value.x && next.y === view.value.y) return;
  event.preventDefault();
  view.value = next;
}
function twoFingers(): [Point, Point] {
  return [...fingers.values()].slice(0, 2) as [Point, Point];
}
function down(event: PointerEvent): void {
  if (event.pointerType === "touch") {
    fingers.set(event.pointerId, place(event));
    if (fingers.size === 2) {
      held.value = true;
      grip = null;
      pair = { from: twoFingers(), at: view.value };
      event.stopPropagation();
      return;
    }
  }
  const moves = event.button === 1 || (event.button === 0 && !props.drawing);
  if (moves && close.value) grip = { from: place(event), at: view.value, id: event.pointerId };
  if (event.button === 1) event.preventDefault();
}
function move(event: PointerEvent): void {
  if (fingers.has(event.pointerId)) fingers.set(event.pointerId, place(event));
  // The button was let go outside the picture.
  if (event.buttons === 0) grip = null;
  if (pair && fingers.size >= 2) {
    view.value = pinched(pair.at, pair.from, twoFingers(), props.aspect);
    event.stopPropagation();
  } else if (grip?.id === event.pointerId) {
    const [x, y] = place(event);
    view.value = moved(grip.at, grip.from[0] - x, grip.from[1] - y);
  }
}
function up(event: PointerEvent): void {
  fingers.delete(event.pointerId);
  if (fingers.size < 2) pair = null;
  // The last finger leaves without drawing anything.
  if (fingers.size === 0) held.value = false;
  if (grip?.id === event.pointerId) grip = null;
}
/** Where the keyboard's pen stands, which stays seen; the middle of the picture before there is one. */
let pen: Point | null = null;
function key(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const seen = pen && placeOf(view.value, pen);
  const inside = seen && Math.max(...seen) <= 1 && Math.min(...seen) >= 0;
  const next = keyed(view.value, event.key, inside ? seen : undefined);
  if (!next) return;
  view.value = next;
  event.preventDefault();
  event.stopPropagation();
}
/** The keyboard's pen, or the hand's, is at a point: the picture comes along. */
function follow(point: Point): void {
  pen = point;
  if (close.value) view.value = showing(view.value, point);
}
watch(
  () => props.image.split("?")[0],
  () => (view.value = WHOLE),
);
onBeforeUnmount(() => fingers.clear());
</script>

<template>
  <div class="closeup" @keydown="key">
    <figure
      ref="frame"
      class="frame"
      :class="[name, { moves: close && !drawing }]"
      :style="{ aspectRatio: aspect }"
      @wheel="wheel"
      @dragstart.prevent
      @pointerdown.capture="down"
      @pointermove.capture="move"
      @pointerup.capture="up"
      @pointercancel.capture="up"
    >
      <div class="inner" :style="inner">
        <slot :scale="view.scale" :halted="held" :follow="follow" />
      </div>
      <slot name="over" />
    </figure>
  </div>
</template>

<style scoped>
/* One finger scrolls the page on; two belong to the picture. */
.frame {
  position: relative;
  overflow: hidden;
  line-height: 0;
  touch-action: pan-y;
}
.frame.moves {
  cursor: grab;
  touch-action: none;
}
.inner {
  position: relative;
  transform-origin: 0 0;
}
</style>
