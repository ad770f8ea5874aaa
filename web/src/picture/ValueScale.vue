<script setup lang="ts">
/** The value scale beside the picture: what the photo holds, where it is cut, how much lies in each step. */
import { computed } from "vue";
import type { Reading } from "@/api/client";

const props = defineProps<{
  /** What was measured. */
  reading: Reading;
}>();

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
</script>

<template>
  <svg class="value-scale" :viewBox="`0 0 214 ${HEIGHT + 34}`" role="img" :aria-label="said">
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
    <g v-for="cut in reading.cuts" :key="cut">
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
.range line {
  stroke: var(--line);
  stroke-width: 3;
}
</style>
