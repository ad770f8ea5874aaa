<script setup lang="ts">
/** The photo with its planes drawn over it: outlines, readings where they belong, a border to look at. */
import { computed } from "vue";
import type { Outline, Plane, Source } from "@/api/client";
import CloseUp from "./CloseUp.vue";
import type { View } from "./close";
import type { Pen } from "./pen";
import StrokePad from "./StrokePad.vue";

const props = defineProps<{
  /** The photo. */
  source: Source;
  /** Planes, farthest first. */
  planes: Plane[];
  /** Outline of each plane. */
  outlines: Outline[];
  /** Rank of the chosen plane. */
  chosen: number;
  /** Path of a border to show, or empty. */
  border: string;
  /** Strokes drawn so far, shown while the pen is in hand. */
  strokes: { number: number; plane: number; kind: Pen; width: number; points: number[][] }[];
  /** Reserved lights, and the outline of one that waits for its name. */
  lights: { number: number; name: string; points: number[][] }[];
  light: number[][];
  /** Pen in hand, or null for looking only. */
  pen: Pen | null;
  /** Width of the pen, as a share of the picture's width. */
  penWidth: number;
  /** Address of the scene under another veil, or empty. */
  under: string;
  /** What a press on the picture does just now, in words, or empty. */
  asking: string;
}>();
const emit = defineEmits<{
  stroke: [points: [number, number][], closeness: number];
  choose: [rank: number];
}>();
/** What is seen of the picture. */
const view = defineModel<View>("view", { required: true });

const chosenOutline = computed(() => props.outlines.find((each) => each.rank === props.chosen)?.path ?? "");
const pins = computed(() => props.planes.filter((plane) => plane.reading));
/** A pin stands where its plane is, but never half outside the picture. */
function placed(plane: Plane): { left: string; top: string } {
  const room = plane.rank === props.chosen ? 92 : 30;
  const x = 100 * (plane.reading?.at_x ?? 0);
  const y = 100 * (plane.reading?.at_y ?? 0);
  return {
    left: `clamp(${room}px, ${x}%, calc(100% - ${room}px))`,
    top: `clamp(14px, ${y}%, calc(100% - 14px))`,
  };
}
function line(points: number[][]): string {
  return points.map(([x = 0, y = 0]) => `${(1000 * x).toFixed(1)},${(1000 * y).toFixed(1)}`).join(" ");
}
</script>

<template>
  <CloseUp
    v-slot="{ scale, halted, follow }"
    v-model:view="view"
    name="picture"
    :aspect="source.width_px / source.height_px"
    :image="source.image"
    :drawing="pen !== null"
  >
    <img
      :src="under || source.image"
      :alt="under ? `${source.name}, under another veil` : source.name"
      :style="{ aspectRatio: `${source.width_px} / ${source.height_px}` }"
    />
    <svg class="over" viewBox="0 0 1000 1000" preserveAspectRatio="none" aria-hidden="true">
      <path v-for="each in outlines" :key="each.rank" :d="each.path" class="thin" />
      <template v-if="!border">
        <path :d="chosenOutline" class="white" />
        <path :d="chosenOutline" class="dash" />
      </template>
      <template v-else>
        <path :d="border" class="border-under" />
        <path :d="border" class="border-over" />
      </template>
      <g v-for="each in lights" :key="`l${each.number}`" class="light">
        <polygon :points="line(each.points)" class="light-under" />
        <polygon :points="line(each.points)" class="light-over" />
      </g>
      <polygon v-if="light.length" :points="line(light)" class="light-over" />
      <template v-if="pen">
        <g
          v-for="stroke in strokes"
          :key="stroke.number"
          :class="{ own: stroke.plane === chosen }"
          class="drawn"
        >
          <polyline :points="line(stroke.points)" class="drawn-under" />
          <polyline :points="line(stroke.points)" :class="`drawn-over ${stroke.kind}`" />
        </g>
      </template>
    </svg>
    <StrokePad
      v-if="pen"
      :pen="pen"
      :width="penWidth"
      :closeness="scale"
      :halted="halted"
      :label="asking || `draw with the ${pen} for plane ${chosen}`"
      @at="follow"
      @stroke="(points) => emit('stroke', points, scale)"
    />
    <template v-if="!pen">
      <button
        v-for="plane in pins"
        :key="plane.rank"
        class="pin on-picture"
        tabindex="-1"
        :class="{ chosen: plane.rank === chosen }"
        :style="placed(plane)"
        @click="emit('choose', plane.rank)"
      >
        <template v-if="plane.rank === chosen"
          >{{ plane.rank }} {{ plane.name }} {{ plane.reading?.mass.toFixed(1) }}, planned
          {{ plane.planned.value.toFixed(1) }}</template
        >
        <template v-else>{{ plane.rank }} · {{ plane.reading?.mass.toFixed(1) }}</template>
      </button>
    </template>
  </CloseUp>
</template>

<style scoped>
img {
  width: 100%;
}
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
path,
polygon,
polyline {
  fill: none;
  vector-effect: non-scaling-stroke;
  stroke-linejoin: round;
}
.light-under {
  stroke: #000;
  stroke-width: 3.4;
}
.light-over {
  fill: rgb(255 255 255 / 22%);
  stroke: #fff;
  stroke-width: 1.8;
}
.thin {
  stroke: #fff;
  stroke-opacity: 0.45;
  stroke-width: 1;
}
.white {
  stroke: #fff;
  stroke-width: 2.6;
}
.dash {
  stroke: #111;
  stroke-width: 1.1;
  stroke-dasharray: 6 4;
}
.border-under {
  stroke: #fff;
  stroke-width: 6;
}
.border-over {
  stroke: #000;
  stroke-width: 3;
}
.drawn {
  opacity: 0.55;
}
.drawn.own {
  opacity: 1;
}
.drawn-under {
  stroke: #000;
  stroke-width: 4.5;
}
.drawn-over {
  stroke: #fff;
  stroke-width: 2;
}
.drawn-over.brush {
  stroke-dasharray: 2 3;
}
.drawn-over.level {
  stroke-dasharray: 10 4;
}
.pin {
  position: absolute;
  transform: translate(-50%, -50%);
  padding: 2px 7px 3px;
  background: var(--shade);
  color: #fff;
  font-size: 14.5px;
  line-height: 1.15;
  white-space: nowrap;
  max-width: 96%;
}
.pin.chosen {
  z-index: 1;
  outline: 1.5px solid #fff;
}
@media (pointer: coarse) {
  .pin {
    padding: 8px 10px;
  }
}
</style>
