<script setup lang="ts">
/** Where strokes are drawn: by pointer, by touch, or point by point with the keyboard. */
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { finished, type Pen, type Point } from "./pen";

const props = defineProps<{
  /** Pen in hand. */
  pen: Pen;
  /** Width of the pen, as a share of the picture's width. */
  width: number;
  /** What a stroke does, for those who cannot see it. */
  label: string;
  /** How many times larger than whole the picture is shown: the closer, the finer the hand. */
  closeness?: number;
  /** Whether the hand moves the picture just now. */
  halted?: boolean;
}>();
const emit = defineEmits<{ stroke: [points: Point[]]; at: [point: Point] }>();
const pad = ref<SVGSVGElement | null>(null);
const track = ref<Point[]>([]);
const drawing = ref(false);
/** Where the keyboard's pen stands, once it is used. */
const cursor = ref<Point | null>(null);

const shown = computed(() => {
  const points =
    cursor.value && track.value.length && !drawing.value ? [...track.value, cursor.value] : track.value;
  return points.map(([x, y]) => `${1000 * x},${1000 * y}`).join(" ");
});

function place(event: PointerEvent): Point {
  const box = (pad.value as SVGSVGElement).getBoundingClientRect();
  const within = (share: number) => Math.min(1, Math.max(0, share));
  return [within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height)];
}
function begin(event: PointerEvent): void {
  if (event.button !== 0 || props.halted) return;
  event.preventDefault();
  pad.value?.setPointerCapture(event.pointerId);
  pad.value?.focus({ preventScroll: true });
  drawing.value = true;
  cursor.value = null;
  track.value = [place(event)];
}
function go(event: PointerEvent): void {
  if (drawing.value) track.value = [...track.value, place(event)];
}
function end(): void {
  if (!drawing.value) return;
  drawing.value = false;
  finish();
}
function letGo(): void {
  drawing.value = false;
  track.value = [];
}
function finish(): void {
  const points = finished(track.value, props.pen, props.closeness);
  track.value = [];
  if (points) emit("stroke", points);
}
function key(event: KeyboardEvent): void {
  const step = (event.shiftKey ? 0.05 : 0.01) / (props.closeness ?? 1);
  const moves: Record<string, Point> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  };
  const move = moves[event.key];
  if (move) {
    const [x, y] = cursor.value ?? [0.5, 0.5];
    cursor.value = [Math.min(1, Math.max(0, x + move[0])), Math.min(1, Math.max(0, y + move[1]))];
    emit("at", cursor.value);
  } else if (event.key === " ") {
    cursor.value ??= [0.5, 0.5];
    track.value = [...track.value, cursor.value];
  } else if (event.key === "Enter") {
    if (cursor.value && track.value.length) track.value = [...track.value, cursor.value];
    finish();
  } else if (event.key === "Escape") {
    letGo();
  } else return;
  event.preventDefault();
  event.stopPropagation();
}
watch([() => props.label, () => props.pen, () => props.halted], letGo);
onBeforeUnmount(letGo);
</script>

<template>
  <svg
    ref="pad"
    class="pad on-picture"
    viewBox="0 0 1000 1000"
    preserveAspectRatio="none"
    tabindex="0"
    role="application"
    :aria-label="`Picture: ${label}. Arrows move the pen, Space sets a point, Enter finishes.`"
    @pointerdown="begin"
    @pointermove="go"
    @pointerup="end"
    @pointercancel="letGo"
    @keydown="key"
  >
    <polyline :points="shown" class="under" />
    <polyline :points="shown" class="over" />
    <g v-if="cursor" class="cursor">
      <line
        :x1="1000 * cursor[0] - 16 / (closeness ?? 1)"
        :x2="1000 * cursor[0] + 16 / (closeness ?? 1)"
        :y1="1000 * cursor[1]"
        :y2="1000 * cursor[1]"
      />
      <line
        :x1="1000 * cursor[0]"
        :x2="1000 * cursor[0]"
        :y1="1000 * cursor[1] - 24 / (closeness ?? 1)"
        :y2="1000 * cursor[1] + 24 / (closeness ?? 1)"
      />
    </g>
  </svg>
</template>

<style scoped>
.pad {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: none;
}
polyline,
line {
  fill: none;
  vector-effect: non-scaling-stroke;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.under {
  stroke: #000;
  stroke-width: 7;
}
.over {
  stroke: #fff;
  stroke-width: 3.5;
}
.cursor line {
  stroke: #fff;
  stroke-width: 3;
  paint-order: stroke;
  filter: drop-shadow(0 0 1px #000) drop-shadow(0 0 1px #000);
}
</style>
