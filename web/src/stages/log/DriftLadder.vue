<script setup lang="ts">
/** Planes by value: a bar where the plan wants it by now, a dot where it is, a line between where it drifted. */
import { computed } from "vue";
import type { Schemas } from "@/api/client";

type Drift = Schemas["DriftView"];
const props = defineProps<{
  /** Planes, far to near. */
  drifts: Drift[];
  /** Rank of the chosen plane. */
  chosen: number;
}>();
const emit = defineEmits<{ choose: [rank: number] }>();
const WIDE = 300;
const HIGH = 300;
const LEFT = 26;
const FAR_OFF = 0.4;
const step = computed(() => (WIDE - LEFT) / Math.max(1, props.drifts.length));
function y(value: number): number {
  return HIGH - 22 - ((HIGH - 40) * value) / 10;
}
function x(at: number): number {
  return LEFT + step.value * (at + 0.5);
}
function said(each: Drift): string {
  const off = Math.abs(each.off).toFixed(1);
  const way = Math.abs(each.off) < 0.05 ? "as planned" : each.off > 0 ? `${off} lighter` : `${off} darker`;
  return `${each.name}: stands at ${each.painted.toFixed(1)}, wanted by now ${each.planned.toFixed(1)}; ${each.begun ? way : "no layer yet"}`;
}
</script>

<template>
  <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" role="group" aria-label="Values of the painting against the plan">
    <g aria-hidden="true">
      <template v-for="value in [1, 3, 5, 7, 9]" :key="value">
        <line :x1="LEFT" :x2="WIDE" :y1="y(value)" :y2="y(value)" class="rung" />
        <text x="4" :y="y(value) + 5">{{ value }}</text>
      </template>
    </g>
    <g
      v-for="(each, at) in drifts"
      :key="each.rank"
      role="button"
      tabindex="0"
      :class="{ chosen: chosen === each.rank, bare: !each.begun }"
      :aria-label="said(each)"
      @click="emit('choose', each.rank)"
      @keydown.enter="emit('choose', each.rank)"
    >
      <title>{{ said(each) }}</title>
      <rect class="hit" :x="x(at) - step / 2" y="0" :width="step" :height="HIGH" />
      <rect class="plan" :x="x(at) - step * 0.36" :y="y(each.planned) - 3" :width="step * 0.72" height="6" />
      <line
        v-if="each.begun"
        class="way"
        :x1="x(at)"
        :x2="x(at)"
        :y1="y(each.planned)"
        :y2="y(each.painted)"
      />
      <circle :cx="x(at)" :cy="y(each.painted)" r="7" :style="{ fill: each.begun ? each.colour : 'none' }" />
      <text
        v-if="each.begun && Math.abs(each.off) >= FAR_OFF"
        :x="x(at) + 10"
        :y="y(each.painted) + 5"
        class="off"
      >
        {{ Math.abs(each.off).toFixed(1) }}
      </text>
      <text :x="x(at)" :y="HIGH - 4" text-anchor="middle">{{ each.rank }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 360px;
  overflow: visible;
}
.rung {
  stroke: var(--hair);
}
.hit {
  fill: transparent;
}
.plan {
  fill: none;
  stroke: var(--line);
  stroke-width: 1.5;
}
.way {
  stroke: var(--line);
  stroke-width: 1.5;
}
circle {
  stroke: var(--line);
  stroke-width: 1.5;
}
.bare circle {
  stroke-dasharray: 2 3;
}
.off,
.chosen text {
  font-weight: 700;
}
text {
  font-size: 15px;
}
g[role="button"] {
  cursor: pointer;
}
</style>
