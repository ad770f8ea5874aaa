<script setup lang="ts">
/** The order as a drawing: rows are planes far to near, passes follow each other to the right, as wide as they last. */
import { computed } from "vue";
import type { Pass, Plane } from "@/api/client";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** Passes in order. */
  passes: Pass[];
  /** Number of the chosen pass. */
  chosen: number;
}>();
const emit = defineEmits<{ choose: [number: number] }>();

const WIDTH = 894;
const NAMES = 118;
const row = computed(() => Math.min(30, 190 / (props.planes.length + 1)));
const height = computed(() => row.value * (props.planes.length + 1) + 6);
const total = computed(() =>
  Math.max(
    1,
    props.passes.reduce((sum, each) => sum + Math.max(4, each.minutes), 0),
  ),
);

const blocks = computed(() => {
  const colours = new Map(props.planes.map((plane) => [plane.rank, plane.planned]));
  const scale = (WIDTH - NAMES - 6) / total.value;
  let at = NAMES;
  return props.passes.map((pass) => {
    const width = Math.max(4, pass.minutes) * scale;
    const left = at;
    at += width;
    const line = pass.plane ?? props.planes.length + 1;
    return {
      pass,
      left,
      width: Math.max(3, width - 1.5),
      top: 4 + row.value * (line - 1),
      colour: pass.plane === null ? "var(--sheet)" : (colours.get(pass.plane)?.colour ?? "var(--sheet)"),
    };
  });
});
const byNumber = computed(() => new Map(blocks.value.map((block) => [block.pass.number, block])));
/** From what the chosen pass waits for to where it stands. */
const threads = computed(() => {
  const to = byNumber.value.get(props.chosen);
  if (!to) return [];
  return to.pass.waits_for.flatMap((wait) => {
    const from = byNumber.value.get(wait.number);
    if (!from) return [];
    const middle = row.value / 2 - 2;
    return [
      {
        key: wait.number,
        material: wait.material,
        path: `M${from.left + from.width} ${from.top + middle} C${from.left + from.width + 24} ${from.top + middle}, ${to.left - 24} ${to.top + middle}, ${to.left} ${to.top + middle}`,
      },
    ];
  });
});
</script>

<template>
  <div class="scrolls" tabindex="0" role="region" aria-label="Order, scrolls sideways">
    <svg class="strip" :viewBox="`0 0 ${WIDTH} ${height}`" role="group" aria-label="Passes in order">
      <g v-for="(plane, at) in [...planes.map((each) => each.name), 'Whole surface']" :key="at">
        <text x="2" :y="4 + row * at + row / 2 + 3" font-size="12.5">
          <tspan v-if="at < planes.length" font-weight="700">{{ at + 1 }}</tspan>
          {{ plane }}
        </text>
        <line x1="0" :x2="WIDTH" :y1="4 + row * (at + 1) - 2" :y2="4 + row * (at + 1) - 2" class="hair" />
      </g>
      <g
        v-for="block in blocks"
        :key="block.pass.number"
        class="block"
        :class="{ chosen: block.pass.number === chosen, done: block.pass.done }"
        role="button"
        tabindex="0"
        :aria-label="`${block.pass.place}. ${block.pass.title}, ${block.pass.minutes} minutes${block.pass.done ? ', painted' : ''}`"
        :aria-pressed="block.pass.number === chosen"
        @click="emit('choose', block.pass.number)"
        @keydown.enter="emit('choose', block.pass.number)"
      >
        <rect
          :x="block.left"
          :y="block.top"
          :width="block.width"
          :height="row - 5"
          :style="{ fill: block.colour }"
        />
        <path
          v-if="block.pass.done"
          :d="`M${block.left + 2} ${block.top + row - 7} L${block.left + block.width - 2} ${block.top + 2}`"
          class="tick"
        />
      </g>
      <path
        v-for="each in threads"
        :key="each.key"
        :d="each.path"
        class="thread"
        :class="{ wish: !each.material }"
      />
    </svg>
  </div>
</template>

<style scoped>
.scrolls {
  overflow-x: auto;
}
.strip {
  width: 100%;
  min-width: 620px;
  display: block;
}
.hair {
  stroke: var(--hair);
  stroke-width: 0.7;
}
.block {
  cursor: pointer;
}
.block rect {
  stroke: var(--line);
  stroke-width: 0.8;
}
.block.chosen rect,
.block:focus-visible rect {
  stroke-width: 2.6;
}
.block:focus {
  outline: none;
}
.done rect {
  opacity: 0.55;
}
.tick {
  stroke: var(--line);
  stroke-width: 1.2;
}
.thread {
  fill: none;
  stroke: var(--line);
  stroke-width: 1.4;
  pointer-events: none;
}
.wish {
  stroke-dasharray: 4 3;
}
</style>
