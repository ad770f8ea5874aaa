<script setup lang="ts">
/** The viewfinder over a whole photo: a window of fixed proportions, dragged, sized and moved by keys. */
import { computed, ref } from "vue";
import { fitted, type Crop } from "./crop";
import type { Point } from "./pen";

const props = defineProps<{
  /** The window, in whole pixels of the photo. */
  crop: Crop;
  /** Width over height that it keeps. */
  ratio: number;
  /** Size of the photo. */
  size: { width_px: number; height_px: number };
  /** Windows worth trying, drawn faintly. */
  suggested: Crop[];
}>();
const emit = defineEmits<{ crop: [crop: Crop] }>();
const pad = ref<SVGSVGElement | null>(null);
const held = ref<{ at: Point; crop: Crop; corner: Point | null } | null>(null);

const CORNERS: Point[] = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];
const grip = computed(() => props.size.width_px / 42);
const outside = computed(() => {
  const [x, y, w, h] = props.crop;
  return `M0,0H${props.size.width_px}V${props.size.height_px}H0ZM${x},${y}v${h}h${w}v${-h}Z`;
});

function place(event: PointerEvent): Point {
  const box = (pad.value as SVGSVGElement).getBoundingClientRect();
  return [
    ((event.clientX - box.left) / box.width) * props.size.width_px,
    ((event.clientY - box.top) / box.height) * props.size.height_px,
  ];
}
function grab(event: PointerEvent, corner: Point | null): void {
  if (event.button !== 0) return;
  event.preventDefault();
  event.stopPropagation();
  pad.value?.setPointerCapture(event.pointerId);
  pad.value?.focus({ preventScroll: true });
  held.value = { at: place(event), crop: props.crop, corner };
}
function drag(event: PointerEvent): void {
  if (!held.value) return;
  const [x, y] = place(event);
  const { at, crop, corner } = held.value;
  const [cx, cy, w, h] = crop;
  if (!corner) {
    emit("crop", fitted([cx + w / 2 + x - at[0], cy + h / 2 + y - at[1]], w, props.ratio, props.size));
    return;
  }
  // The corner across stays where it is.
  const fixed: Point = [cx + (1 - corner[0]) * w, cy + (1 - corner[1]) * h];
  const wide = Math.max(Math.abs(x - fixed[0]), Math.abs(y - fixed[1]) * props.ratio);
  const room = Math.min(
    corner[0] ? props.size.width_px - fixed[0] : fixed[0],
    (corner[1] ? props.size.height_px - fixed[1] : fixed[1]) * props.ratio,
  );
  const now = Math.min(wide, room);
  const middle: Point = [
    fixed[0] + ((corner[0] ? 1 : -1) * now) / 2,
    fixed[1] + ((corner[1] ? 1 : -1) * now) / props.ratio / 2,
  ];
  emit("crop", fitted(middle, now, props.ratio, props.size));
}
function key(event: KeyboardEvent): void {
  const [x, y, w, h] = props.crop;
  const step = props.size.width_px * (event.shiftKey ? 0.05 : 0.01);
  const moves: Record<string, [number, number, number]> = {
    ArrowLeft: [-step, 0, 1],
    ArrowRight: [step, 0, 1],
    ArrowUp: [0, -step, 1],
    ArrowDown: [0, step, 1],
    "+": [0, 0, 1.05],
    "-": [0, 0, 1 / 1.05],
  };
  const move = moves[event.key];
  if (!move) return;
  event.preventDefault();
  event.stopPropagation();
  emit("crop", fitted([x + w / 2 + move[0], y + h / 2 + move[1]], w * move[2], props.ratio, props.size));
}
</script>

<template>
  <svg
    ref="pad"
    class="finder on-picture"
    :viewBox="`0 0 ${size.width_px} ${size.height_px}`"
    preserveAspectRatio="none"
    tabindex="0"
    role="application"
    :aria-label="`Viewfinder, ${crop[2]} by ${crop[3]} pixels. Arrows move it, plus and minus size it.`"
    @pointermove="drag"
    @pointerup="held = null"
    @pointercancel="held = null"
    @keydown="key"
  >
    <path class="dim" :d="outside" fill-rule="evenodd" />
    <rect
      v-for="([x, y, w, h], at) in suggested"
      :key="at"
      class="worth"
      :x="x"
      :y="y"
      :width="w"
      :height="h"
    />
    <rect class="under" :x="crop[0]" :y="crop[1]" :width="crop[2]" :height="crop[3]" />
    <rect
      class="window"
      :x="crop[0]"
      :y="crop[1]"
      :width="crop[2]"
      :height="crop[3]"
      @pointerdown="grab($event, null)"
    />
    <rect
      v-for="(corner, at) in CORNERS"
      :key="`g${at}`"
      class="grip"
      :x="crop[0] + corner[0] * crop[2] - grip / 2"
      :y="crop[1] + corner[1] * crop[3] - grip / 2"
      :width="grip"
      :height="grip"
      @pointerdown="grab($event, corner)"
    />
  </svg>
</template>

<style scoped>
.finder {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
}
.dim {
  fill: #000;
  opacity: 0.5;
}
rect {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.worth {
  stroke: #fff;
  stroke-width: 1.2;
  stroke-dasharray: 3 5;
}
.under {
  stroke: #000;
  stroke-width: 5;
}
.window {
  fill: transparent;
  stroke: #fff;
  stroke-width: 2.5;
  cursor: move;
}
.grip {
  fill: #fff;
  stroke: #000;
  stroke-width: 1.5;
  cursor: nwse-resize;
}
</style>
