<script setup lang="ts">
/** An order of painting as a small drawing: planes far to near as rows, its passes as lengths in their order. */
import { computed } from "vue";

const props = defineProps<{
  /** Rank of the plane of each pass, 0 for the whole surface, and its minutes. */
  order: number[][];
  /** Colour of each plane, farthest first. */
  colours: string[];
}>();
const WIDTH = 240;
const ROW = 7;
const bars = computed(() => {
  const whole = props.order.reduce((sum, [, minutes = 0]) => sum + minutes, 0) || 1;
  let at = 0;
  return props.order.map(([rank = 0, minutes = 0]) => {
    const x = (WIDTH * at) / whole;
    at += minutes;
    const row = rank === 0 ? props.colours.length : rank - 1;
    return {
      x,
      y: row * ROW + 1,
      width: Math.max(1, (WIDTH * minutes) / whole - 0.6),
      colour: rank === 0 ? "var(--hair)" : (props.colours[rank - 1] ?? "var(--hair)"),
    };
  });
});
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${(colours.length + 1) * ROW + 1}`" class="sketch" aria-hidden="true">
    <rect
      v-for="(bar, at) in bars"
      :key="at"
      :x="bar.x"
      :y="bar.y"
      :width="bar.width"
      :height="ROW - 1"
      :fill="bar.colour"
    />
  </svg>
</template>

<style scoped>
.sketch {
  display: block;
  width: 100%;
  max-width: 260px;
}
rect {
  stroke: rgb(0 0 0 / 40%);
  stroke-width: 0.5;
}
</style>
