<script setup lang="ts">
/** The section: a side view from the eye outward, distance on a logarithmic scale, haze between the planes. */
import { computed } from "vue";
import type { Painting, Plane } from "@/api/client";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** The air. */
  depth: Painting["depth"];
  /** Rank of the chosen plane. */
  chosen: number;
}>();
const emit = defineEmits<{ choose: [rank: number] }>();

const WIDTH = 894;
const FLOOR = 116;
const NEAR = 0.5;
const FAR = 5.05;
const x = (distance: number) =>
  40 + ((Math.log10(Math.max(3, distance)) - NEAR) / (FAR - NEAR)) * (WIDTH - 60);
const TICKS: [number, string][] = [
  [3, "3 m"],
  [10, "10"],
  [30, "30"],
  [100, "100"],
  [300, "300"],
  [1000, "1 km"],
  [3000, "3"],
  [10000, "10"],
  [30000, "30 km"],
];

interface Slab {
  plane: Plane;
  left: number;
  width: number;
  top: number;
}
/** Nearer slabs stand in front and lower in the picture; heights only set them apart. */
const slabs = computed<Slab[]>(() =>
  props.planes
    .map((plane) => {
      const distance = plane.kind === "sky" ? 60000 : (plane.distance_m ?? 0);
      if (!distance) return null;
      const share = plane.reading?.share ?? 0.1;
      return {
        plane,
        left: x(distance) - 26,
        width: plane.kind === "sky" ? 58 : 52,
        top: FLOOR - (plane.kind === "sky" ? 96 : 34 + 110 * Math.min(0.5, share)),
      };
    })
    .filter((each) => each !== null),
);
const unplaced = computed(() =>
  props.planes.filter((each) => each.kind !== "sky" && each.distance_m === null),
);
/** Haze: the air's own light, as strong as it hides what stands there. */
const air = computed(() =>
  props.depth.haze.map((each) => ({
    at: Math.max(0, Math.min(1, (x(each.distance_m) - 40) / (WIDTH - 60))),
    hidden: 0.9 * (1 - each.contrast_left),
  })),
);
</script>

<template>
  <svg class="section" :viewBox="`0 0 ${WIDTH} 138`" role="group" aria-label="Section from the eye outward">
    <defs>
      <linearGradient id="haze">
        <stop
          v-for="each in air"
          :key="each.at"
          :offset="each.at"
          :stop-color="depth.airlight"
          :stop-opacity="each.hidden"
        />
      </linearGradient>
    </defs>
    <rect x="40" :width="WIDTH - 60" y="8" :height="FLOOR - 8" fill="url(#haze)" />
    <line x1="14" :x2="WIDTH - 6" :y1="62" :y2="62" class="level" />
    <text x="30" y="57" font-size="12">eye level</text>
    <g
      v-for="each in slabs"
      :key="each.plane.rank"
      class="slab"
      role="button"
      tabindex="0"
      :aria-label="`${each.plane.rank} ${each.plane.name}, ${each.plane.distance_said}`"
      :aria-pressed="each.plane.rank === chosen"
      @click="emit('choose', each.plane.rank)"
      @keydown.enter="emit('choose', each.plane.rank)"
    >
      <rect
        :x="each.left"
        :width="each.width"
        :y="each.top"
        :height="FLOOR - each.top"
        :style="{ fill: each.plane.planned.colour }"
        :class="{ chosen: each.plane.rank === chosen }"
      />
      <text
        :x="Math.min(each.left, WIDTH - 100)"
        :y="each.top - 5"
        font-size="12.5"
        :font-weight="each.plane.rank === chosen ? 700 : 400"
      >
        {{ each.plane.rank }} {{ each.plane.name }}
      </text>
    </g>
    <circle cx="18" cy="62" r="4.5" class="eye" />
    <line x1="18" x2="18" y1="62" :y2="FLOOR" class="person" />
    <line x1="8" :x2="WIDTH - 6" :y1="FLOOR" :y2="FLOOR" class="floor" />
    <g v-for="[distance, said] in TICKS" :key="distance">
      <line :x1="x(distance)" :x2="x(distance)" :y1="FLOOR" :y2="FLOOR + 5" class="floor" />
      <text :x="x(distance)" :y="FLOOR + 18" font-size="12.5" text-anchor="middle">{{ said }}</text>
    </g>
    <text v-if="unplaced.length" :x="WIDTH - 8" y="20" font-size="12.5" text-anchor="end">
      distance not said: {{ unplaced.map((each) => each.name).join(", ") }}
    </text>
  </svg>
</template>

<style scoped>
.section {
  width: 100%;
  min-width: 640px;
  display: block;
}
.level {
  stroke: var(--hair);
  stroke-dasharray: 5 5;
}
.floor {
  stroke: var(--line);
  stroke-width: 1.4;
}
text {
  paint-order: stroke;
  stroke: var(--wall);
  stroke-width: 3px;
  stroke-linejoin: round;
}
.eye {
  fill: var(--line);
}
.person {
  stroke: var(--line);
  stroke-width: 2;
}
.slab {
  cursor: pointer;
}
.slab rect {
  stroke: var(--line);
  stroke-width: 0.8;
}
.slab rect.chosen,
.slab:focus-visible rect {
  stroke-width: 2.6;
}
.slab:focus {
  outline: none;
}
</style>
