<script setup lang="ts">
/** The value scale beside the picture: what the photo holds, where it is cut, how much lies in each step. */
import { computed, ref } from "vue";
import type { Reading } from "@/api/client";
import { byKey, heightIn, valueAt } from "./upright";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** What was measured. */
  reading: Reading;
}>();

const emit = defineEmits<{ cuts: [cuts: number[]] }>();
const drawing = ref<SVGSVGElement | null>(null);
const held = ref(-1);

const TOP = 14;
const HEIGHT = 420;
const y = (value: number) => TOP + HEIGHT * (1 - value / 10);

const steps = computed(() => {
  const edges = [0, ...props.reading.cuts, 10];
  return props.reading.values.map((value, at) => ({
    value,
    grey: props.reading.greys[at] ?? "#888888",
    share: props.reading.shares[at] ?? 0,
    low: edges[at] ?? 0,
    high: edges[at + 1] ?? 10,
  }));
});
/** The histogram as an outline; its width says how much of the photo has that value. */
const outline = computed(() => {
  const most = Math.max(...props.reading.histogram, 1e-6);
  const points = props.reading.histogram.map((share, bin) => {
    const value = ((bin + 0.5) * 10) / props.reading.histogram.length;
    return `${78 + 64 * Math.sqrt(share / most)} ${y(value).toFixed(1)}`;
  });
  return `M78 ${y(0)} L${points.join(" L")} L78 ${y(10)}Z`;
});
const said = computed(
  () =>
    `Value scale. ${steps.value.map((each) => `${each.value.toFixed(1)}: ${Math.round(100 * each.share)} %`).join(", ")}`,
);

/** A cut stays between its neighbours, far enough from them to be mixed apart. */
function moved(at: number, value: number): void {
  const cuts = [...props.reading.cuts];
  const low = (cuts[at - 1] ?? 0) + 0.2;
  const high = (cuts[at + 1] ?? 10) - 0.2;
  const now = Math.round(Math.min(high, Math.max(low, value)) * 20) / 20;
  if (now === cuts[at]) return;
  cuts[at] = now;
  emit("cuts", cuts);
}
function grab(at: number, event: PointerEvent): void {
  event.preventDefault();
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  held.value = at;
}
function drag(event: PointerEvent): void {
  const at = held.value >= 0 && drawing.value && heightIn(drawing.value, event);
  if (typeof at === "number") moved(held.value, valueAt(at, TOP, HEIGHT));
}
function key(at: number, event: KeyboardEvent): void {
  const by = byKey(event.key, 0.1, 0.5);
  if (by === undefined) return;
  event.preventDefault();
  moved(at, (props.reading.cuts[at] ?? 5) + by);
}
</script>

<template>
  <svg
    ref="drawing"
    class="value-scale"
    :viewBox="`0 0 214 ${HEIGHT + 34}`"
    v-roving.across="'.cut-line'"
    role="group"
    :aria-label="said"
  >
    <g v-for="value in 11" :key="value">
      <text x="20" :y="y(value - 1) + 4.5" text-anchor="end" font-size="13">{{ value - 1 }}</text>
    </g>
    <g v-for="(step, at) in steps" :key="at">
      <rect
        x="30"
        :y="y(step.high)"
        width="48"
        :height="Math.max(0, y(step.low) - y(step.high))"
        :style="{ fill: step.grey }"
        class="step"
      />
      <text x="212" :y="(y(step.low) + y(step.high)) / 2 + 5" text-anchor="end" font-size="14">
        {{ Math.round(100 * step.share) }} %
      </text>
    </g>
    <path :d="outline" class="histogram" />
    <g
      v-for="(cut, at) in reading.cuts"
      :key="at"
      class="cut-line"
      role="slider"
      tabindex="0"
      aria-orientation="vertical"
      :aria-label="`Cut ${at + 1} from the dark`"
      aria-valuemin="0"
      aria-valuemax="10"
      :aria-valuenow="cut"
      :aria-valuetext="cut.toFixed(1)"
      @pointerdown="grab(at, $event)"
      @pointermove="drag"
      @pointerup="held = -1"
      @pointercancel="held = -1"
      @keydown="key(at, $event)"
    >
      <rect x="26" :y="y(cut) - 9" width="130" height="18" class="hit" />
      <line x1="26" x2="148" :y1="y(cut)" :y2="y(cut)" class="cut" />
      <text x="152" :y="y(cut) + 5" font-size="14" font-weight="700">{{ cut.toFixed(1) }}</text>
    </g>
    <g class="range">
      <line x1="24" x2="24" :y1="y(reading.lightest)" :y2="y(reading.darkest)" />
    </g>
  </svg>
</template>

<style scoped>
.value-scale {
  width: 100%;
  height: 100%;
  min-height: 0;
}
.step {
  stroke: var(--line);
  stroke-width: 0.8;
}
.histogram {
  fill: var(--lift);
  stroke: var(--line);
  stroke-width: 1;
  fill-opacity: 0.7;
}
.cut {
  stroke: var(--line);
  stroke-width: 2.4;
}
.hit {
  fill: transparent;
}
.cut-line {
  cursor: ns-resize;
  touch-action: none;
}
.cut-line:focus {
  outline: none;
}
.cut-line:focus-visible .hit {
  stroke: var(--line);
  stroke-width: 2;
}
.range line {
  stroke: var(--line);
  stroke-width: 3;
}
</style>
