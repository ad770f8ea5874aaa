<script setup lang="ts">
/** The section: a side view from the eye outward, distance on a logarithmic scale, haze between the planes. */
import { computed, ref } from "vue";
import type { Painting, Plane } from "@/api/client";
import { across, along, apart, between, distanceAt, WIDTH } from "./section";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** The air. */
  depth: Painting["depth"];
  /** Rank of the chosen plane. */
  chosen: number;
}>();
const emit = defineEmits<{ choose: [rank: number]; distance: [rank: number, metres: number] }>();

const FLOOR = 116;
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
  name: string;
}
/** The plane in hand: where it was taken, and the distance it would have here. */
const inHand = ref<{ rank: number; grip: number; from: number; metres: number | null } | null>(null);

function placeOf(plane: Plane): number {
  if (plane.kind === "sky") return 60000;
  return (inHand.value?.rank === plane.rank ? inHand.value.metres : null) ?? plane.distance_m ?? 0;
}
/** Nearer slabs stand in front and lower in the picture; heights only set them apart. */
const slabs = computed<Slab[]>(() =>
  props.planes
    .map((plane) => {
      const distance = placeOf(plane);
      if (!distance) return null;
      const share = plane.reading?.share ?? 0.1;
      const moving = inHand.value?.rank === plane.rank && inHand.value.metres !== null;
      const far = distance < 1000 ? `${distance} m` : `${distance / 1000} km`;
      return {
        plane,
        left: across(distance) - 26,
        width: plane.kind === "sky" ? 58 : 52,
        top: FLOOR - (plane.kind === "sky" ? 96 : 34 + 110 * Math.min(0.5, share)),
        name: `${plane.rank} ${plane.name}${moving ? `, ${far}` : ""}`,
      };
    })
    .filter((each) => each !== null),
);
/** Names stand on the wall and not on a nearer slab, which would hide or smear them. */
const names = computed(() => {
  const wanted = slabs.value.map((each, n) => {
    const width = 6.4 * each.name.length;
    const base = each.top - 5;
    const left = slabs.value
      .slice(n + 1)
      .filter((near) => near.top < base && near.left < each.left + width)
      .reduce((from, near) => (near.left + near.width > from ? near.left + near.width + 4 : from), each.left);
    return { left: Math.min(left, WIDTH - 6 - width), base, width };
  });
  const bases = apart(wanted);
  return slabs.value.map((slab, n) => ({ slab, x: wanted[n]?.left ?? 0, y: bases[n] ?? 0 }));
});
const drawing = ref<SVGSVGElement | null>(null);
function at(event: PointerEvent): number {
  const box = drawing.value?.getBoundingClientRect();
  return box ? ((event.clientX - box.left) / box.width) * WIDTH : 0;
}
function take(event: PointerEvent, slab: Slab): void {
  emit("choose", slab.plane.rank);
  if (slab.plane.kind === "sky" || event.button !== 0) return;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  const from = at(event);
  inHand.value = { rank: slab.plane.rank, grip: from - slab.left - 26, from, metres: null };
}
function draw(event: PointerEvent): void {
  const held = inHand.value;
  // A press that trembles is no draw.
  if (!held || (held.metres === null && Math.abs(at(event) - held.from) < 4)) return;
  held.metres = between(props.planes, held.rank, distanceAt(at(event) - held.grip));
}
function letGo(): void {
  const held = inHand.value;
  inHand.value = null;
  if (held?.metres) say(held.rank, held.metres);
}
function say(rank: number, metres: number): void {
  if (metres !== props.planes.find((each) => each.rank === rank)?.distance_m) emit("distance", rank, metres);
}
function step(event: KeyboardEvent, plane: Plane): void {
  const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
  if (!by || plane.kind === "sky" || !plane.distance_m) return;
  event.preventDefault();
  event.stopPropagation();
  const wanted = distanceAt(across(plane.distance_m) + by * (event.shiftKey ? 40 : 9));
  say(plane.rank, between(props.planes, plane.rank, wanted));
}
const unplaced = computed(() =>
  props.planes.filter((each) => each.kind !== "sky" && each.distance_m === null),
);
/** Haze: the air's own light, as strong as it hides what stands there. */
const air = computed(() =>
  props.depth.haze.map((each) => ({
    at: along(each.distance_m),
    hidden: 0.9 * (1 - each.contrast_left),
  })),
);
</script>

<template>
  <svg
    ref="drawing"
    class="section"
    :viewBox="`0 0 ${WIDTH} 138`"
    v-roving.upright="'[tabindex]'"
    role="group"
    aria-label="Section from the eye outward"
  >
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
      :class="{ fixed: each.plane.kind === 'sky' }"
      role="button"
      tabindex="0"
      :aria-label="`${each.plane.rank} ${each.plane.name}, ${each.plane.distance_said}; arrows move it`"
      :aria-pressed="each.plane.rank === chosen"
      @pointerdown="take($event, each)"
      @touchmove="$event.cancelable && $event.preventDefault()"
      @pointermove="draw"
      @pointerup="letGo"
      @pointercancel="inHand = null"
      @keydown.enter="emit('choose', each.plane.rank)"
      @keydown="step($event, each.plane)"
    >
      <rect
        :x="each.left"
        :width="each.width"
        :y="each.top"
        :height="FLOOR - each.top"
        :style="{ fill: each.plane.planned.colour }"
        :class="[each.plane.nature, { chosen: each.plane.rank === chosen }]"
      />
    </g>
    <text
      v-for="{ slab, x, y } in names"
      :key="slab.plane.rank"
      :x="x"
      :y="y"
      font-size="12.5"
      class="name"
      :font-weight="slab.plane.rank === chosen ? 700 : 400"
    >
      {{ slab.name }}
    </text>
    <circle cx="18" cy="62" r="4.5" class="eye" />
    <line x1="18" x2="18" y1="62" :y2="FLOOR" class="person" />
    <line x1="8" :x2="WIDTH - 6" :y1="FLOOR" :y2="FLOOR" class="floor" />
    <g v-for="[distance, said] in TICKS" :key="distance">
      <line :x1="across(distance)" :x2="across(distance)" :y1="FLOOR" :y2="FLOOR + 5" class="floor" />
      <text :x="across(distance)" :y="FLOOR + 18" font-size="12.5" text-anchor="middle">{{ said }}</text>
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
  stroke: var(--ground);
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
  cursor: ew-resize;
  touch-action: none;
}
.slab.fixed {
  cursor: pointer;
}
.name {
  pointer-events: none;
}
/* What is seen through lets the air and what stands behind it be seen; accents are thin. */
.see_through {
  fill-opacity: 0.45;
  stroke-dasharray: 4 3;
}
.accents {
  fill-opacity: 0.2;
  stroke-dasharray: 1 4;
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
