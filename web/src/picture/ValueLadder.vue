<script setup lang="ts">
/**
 * The value ladder: for each plane the range measured in the photo (hollow) and planned (solid, its mass a bar).
 * The mass is moved by dragging or with the arrow keys; it is kept when let go.
 */
import { computed, ref } from "vue";
import type { Plane } from "@/api/client";
import { byKey, heightIn, valueAt } from "./upright";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** Rank of the chosen plane. */
  chosen: number;
  /** Darkest and lightest value that the key allows. */
  low: number;
  high: number;
  /** Darkest and lightest value of paint. */
  reach: { low: number; high: number };
}>();
const emit = defineEmits<{ choose: [rank: number]; value: [rank: number, value: number] }>();

const TOP = 12;
const HEIGHT = 408;
const LEFT = 26;
const WIDTH = 208;
const y = (value: number) => TOP + HEIGHT * (1 - value / 10);
const pitch = computed(() => (WIDTH - LEFT) / Math.max(1, props.planes.length));
const x = (rank: number) => LEFT + pitch.value * (rank - 0.5);
const half = computed(() => Math.min(12, pitch.value * 0.36));

const drawing = ref<SVGSVGElement | null>(null);
const held = ref<{ rank: number; value: number } | null>(null);

function shown(plane: Plane): number {
  return held.value?.rank === plane.rank ? held.value.value : plane.planned.value;
}
function bounded(value: number): number {
  return Math.min(props.reach.high, Math.max(props.reach.low, Math.round(value * 10) / 10));
}
/** How near to a plane's line a finger takes hold of it [px]; elsewhere a swipe scrolls the page. */
const FINGER_PX = 26;
function grab(plane: Plane, event: PointerEvent): void {
  const line = (event.currentTarget as Element).querySelector(".mass")?.getBoundingClientRect();
  if (event.pointerType === "touch" && line && Math.abs(event.clientY - line.top) > FINGER_PX) {
    emit("choose", plane.rank);
    return;
  }
  event.preventDefault();
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  emit("choose", plane.rank);
  held.value = { rank: plane.rank, value: plane.planned.value };
}
function drag(event: PointerEvent): void {
  const at = held.value && drawing.value && heightIn(drawing.value, event);
  if (!held.value || typeof at !== "number") return;
  held.value = { ...held.value, value: bounded(valueAt(at, TOP, HEIGHT)) };
}
function drop(plane: Plane): void {
  const now = held.value;
  held.value = null;
  if (now && Math.abs(now.value - plane.planned.value) > 0.04) emit("value", now.rank, now.value);
}
function key(plane: Plane, event: KeyboardEvent): void {
  const by = byKey(event.key, 0.5, 1);
  if (by === undefined) return;
  event.preventDefault();
  emit("value", plane.rank, bounded(plane.planned.value + by));
}
</script>

<template>
  <svg
    ref="drawing"
    class="ladder"
    :viewBox="`0 0 ${WIDTH + 4} ${HEIGHT + 40}`"
    v-roving.across="'[tabindex]'"
    role="group"
    aria-label="Value ladder"
  >
    <rect :x="LEFT" :width="WIDTH - LEFT" :y="y(10)" :height="y(high) - y(10)" class="outside" />
    <rect :x="LEFT" :width="WIDTH - LEFT" :y="y(low)" :height="y(0) - y(low)" class="outside" />
    <g v-for="value in 11" :key="value">
      <line :x1="LEFT" :x2="WIDTH" :y1="y(value - 1)" :y2="y(value - 1)" class="hair" />
      <text :x="LEFT - 6" :y="y(value - 1) + 4.5" text-anchor="end" font-size="13">{{ value - 1 }}</text>
    </g>
    <g
      v-for="plane in planes"
      :key="plane.rank"
      class="rung"
      :class="{ chosen: plane.rank === chosen }"
      role="slider"
      tabindex="0"
      aria-orientation="vertical"
      :aria-label="`Planned value of ${plane.name}`"
      :aria-valuemin="reach.low"
      :aria-valuemax="reach.high"
      :aria-valuenow="shown(plane)"
      :aria-valuetext="`${shown(plane).toFixed(1)}${plane.locked ? ', held by hand' : ''}`"
      @pointerdown="grab(plane, $event)"
      @pointermove="drag"
      @touchmove="held && $event.cancelable && $event.preventDefault()"
      @pointerup="drop(plane)"
      @pointercancel="held = null"
      @focus="emit('choose', plane.rank)"
      @keydown="key(plane, $event)"
    >
      <rect :x="x(plane.rank) - pitch / 2" :width="pitch" :y="TOP" :height="HEIGHT + 26" class="hit" />
      <rect
        v-if="plane.reading"
        :x="x(plane.rank) - half"
        :width="2 * half"
        :y="y(plane.reading.light)"
        :height="Math.max(1, y(plane.reading.dark) - y(plane.reading.light))"
        class="measured"
      />
      <rect
        :x="x(plane.rank) - half * 0.55"
        :width="1.1 * half"
        :y="y(plane.planned.light)"
        :height="Math.max(1, y(plane.planned.dark) - y(plane.planned.light))"
        :style="{ fill: plane.planned.colour }"
        class="planned"
      />
      <line
        :x1="x(plane.rank) - half - 3"
        :x2="x(plane.rank) + half + 3"
        :y1="y(shown(plane))"
        :y2="y(shown(plane))"
        class="mass"
      />
      <circle v-if="plane.reading" :cx="x(plane.rank)" :cy="y(plane.reading.mass)" r="3.6" class="dot" />
      <text
        v-if="held?.rank === plane.rank"
        :x="x(plane.rank)"
        :y="y(shown(plane)) - 8"
        text-anchor="middle"
        font-size="14"
        font-weight="700"
      >
        {{ shown(plane).toFixed(1) }}
      </text>
      <path
        v-if="plane.locked"
        :d="`M${x(plane.rank) + half + 3} ${y(shown(plane)) - 5} l5 5 l-5 5 z`"
        class="held"
      />
      <text :x="x(plane.rank)" :y="HEIGHT + 32" text-anchor="middle" font-size="13" class="rank">
        {{ plane.rank }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.ladder {
  width: 100%;
  height: 100%;
  min-height: 0;
  touch-action: pan-y;
}
.hair {
  stroke: var(--hair);
  stroke-width: 0.7;
}
.outside {
  fill: var(--hair);
  opacity: 0.28;
}
.hit {
  fill: transparent;
}
.rung {
  cursor: ns-resize;
}
.rung:focus {
  outline: none;
}
.rung:focus-visible .hit {
  stroke: var(--line);
  stroke-width: 2;
}
.measured {
  fill: none;
  stroke: var(--line);
  stroke-width: 1.4;
}
.planned {
  stroke: var(--line);
  stroke-width: 0.8;
}
.mass {
  stroke: var(--line);
  stroke-width: 3;
}
.dot {
  fill: var(--ground);
  stroke: var(--line);
  stroke-width: 1.4;
}
.held {
  fill: var(--line);
}
.chosen .rank {
  font-weight: 700;
}
.chosen .measured {
  stroke-width: 2;
}
</style>
