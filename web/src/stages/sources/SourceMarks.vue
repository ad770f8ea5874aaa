<script setup lang="ts">
/** What lies over a source: pins, scale marks, departures, the way the light falls, horizon, frames of sketches. */
import { computed } from "vue";
import type { Source } from "@/api/client";
import type { Point } from "@/picture/pen";

const props = defineProps<{
  /** The source. */
  source: Source;
  /** Height of the horizon as a share, or null. */
  horizon: number | null;
  /** Other heights it may have, shown while it is being set. */
  candidates: number[];
  /** Frames of sketches found or pressed, each up to four corners. */
  frames: Point[][];
  /** Number of a departure that is meant just now, or 0. */
  meant: number;
  /** Numbers of the notes that a judgement speaks of. */
  pointed: number[];
  /** Posts pressed so far, and the bays that follow from them. */
  posts: Point[];
  bays: Point[];
  /** Shadows worked out, each from foot to end. */
  guides: Point[][];
}>();
const high = computed(() => (1000 * props.source.height_px) / props.source.width_px);
const pins = computed(() => props.source.notes.filter((note) => inside(note.x, note.y)));

function inside(x: number, y: number): boolean {
  return x >= 0 && x <= 1 && y >= 0 && y <= 1;
}
function line(points: number[][], close = false): string {
  const path = points.map(([x = 0, y = 0]) => `${(1000 * x).toFixed(1)},${(high.value * y).toFixed(1)}`);
  return path.length ? `M${path.join(" ")}${close ? "Z" : ""}` : "";
}
function middle(points: number[][]): Point {
  const sum = points.reduce<Point>(([sx, sy], [x = 0, y = 0]) => [sx + x, sy + y], [0, 0]);
  return [(1000 * sum[0]) / points.length, (high.value * sum[1]) / points.length];
}
/** How far an arrow's head is turned from pointing down: degrees, clockwise. */
function turnOf(note: Source["notes"][number]): number {
  const across = 1000 * ((note.x2 ?? 0) - note.x);
  const down = high.value * ((note.y2 ?? 0) - note.y);
  return (Math.atan2(-across, down) * 180) / Math.PI;
}
/** An arrow the way the light falls, in the upper corner it comes from. */
const arrow = computed(() => {
  const degrees = props.source.light_deg;
  if (degrees === null) return null;
  const turn = (degrees * Math.PI) / 180;
  const [dx, dy] = [Math.sin(turn), -Math.cos(turn)];
  const x = 500 + dx * 430;
  const y = high.value / 2 + dy * (high.value / 2 - 70);
  return { x, y, x2: x - 92 * dx, y2: y - 92 * dy, turn: degrees };
});
</script>

<template>
  <svg class="marks" :viewBox="`0 0 1000 ${high}`" preserveAspectRatio="none" aria-hidden="true">
    <g v-for="each in source.departures" :key="`d${each.number}`" :class="{ meant: each.number === meant }">
      <path class="under" :d="line(each.points, each.kind !== 'bent')" />
      <path class="over dashed" :d="line(each.points, each.kind !== 'bent')" />
      <template v-if="each.shift[0] || each.shift[1]">
        <path
          class="over"
          :d="`M${middle(each.points).join(',')}l${1000 * (each.shift[0] ?? 0)},${high * (each.shift[1] ?? 0)}`"
        />
        <circle
          class="end"
          :cx="middle(each.points)[0] + 1000 * (each.shift[0] ?? 0)"
          :cy="middle(each.points)[1] + high * (each.shift[1] ?? 0)"
          r="7"
        />
      </template>
      <g :transform="`translate(${middle(each.points).join(' ')})`">
        <rect x="-46" y="-13" width="92" height="26" class="tag" />
        <text text-anchor="middle" y="6">{{ each.name }}</text>
      </g>
    </g>
    <g v-for="(at, index) in candidates" :key="`c${index}`">
      <path class="under thin" :d="`M0,${high * at}H1000`" />
      <path class="over thin dashed" :d="`M0,${high * at}H1000`" />
    </g>
    <g v-if="horizon !== null">
      <path class="under" :d="`M0,${high * horizon}H1000`" />
      <path class="over" :d="`M0,${high * horizon}H1000`" />
    </g>
    <g v-if="arrow">
      <path class="under" :d="`M${arrow.x},${arrow.y}L${arrow.x2},${arrow.y2}`" />
      <path class="over" :d="`M${arrow.x},${arrow.y}L${arrow.x2},${arrow.y2}`" />
      <path
        class="over"
        d="M-11,-18L0,0L11,-18"
        :transform="`translate(${arrow.x2} ${arrow.y2}) rotate(${arrow.turn})`"
      />
    </g>
    <g v-for="(frame, index) in frames" :key="`f${index}`">
      <path class="under" :d="line(frame, frame.length === 4)" />
      <path class="over" :d="line(frame, frame.length === 4)" />
      <circle
        v-for="([x, y], corner) in frame"
        :key="corner"
        class="end"
        :cx="1000 * x"
        :cy="high * y"
        r="8"
      />
    </g>
    <g v-if="posts.length > 1">
      <path class="under thin" :d="line([...posts, ...bays])" />
      <path class="over thin" :d="line([...posts, ...bays])" />
    </g>
    <path
      v-for="(post, at) in [...posts, ...bays]"
      :key="`b${at}`"
      :class="at < posts.length ? 'over' : 'over thin'"
      :d="`M${1000 * post[0]},${high * post[1] - 26}v52`"
    />
    <g v-for="(guide, index) in guides" :key="`g${index}`">
      <path class="under" :d="line(guide)" />
      <path class="over dashed" :d="line(guide)" />
      <circle class="end" :cx="1000 * (guide[1]?.[0] ?? 0)" :cy="high * (guide[1]?.[1] ?? 0)" r="6" />
    </g>
    <g v-for="note in pins" :key="`n${note.number}`" :class="{ pointed: pointed.includes(note.number) }">
      <template v-if="note.x2 !== null && note.y2 !== null">
        <path
          class="under"
          :d="
            line([
              [note.x, note.y],
              [note.x2, note.y2],
            ])
          "
        />
        <path
          class="over"
          :d="
            line([
              [note.x, note.y],
              [note.x2, note.y2],
            ])
          "
        />
      </template>
      <path
        v-if="note.x2 !== null && note.y2 !== null && note.kind !== 'scale'"
        class="over"
        d="M-13,-20L0,0L13,-20"
        :transform="`translate(${1000 * note.x2} ${high * note.y2}) rotate(${turnOf(note)})`"
      />
      <g :transform="`translate(${1000 * note.x} ${high * note.y})`">
        <rect x="-14" y="-14" width="28" height="28" class="tag" />
        <text text-anchor="middle" y="7">{{ note.number }}</text>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.marks {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
path {
  fill: none;
  vector-effect: non-scaling-stroke;
  stroke-linejoin: round;
}
.under {
  stroke: #000;
  stroke-width: 4.5;
}
.over {
  stroke: #fff;
  stroke-width: 2.2;
}
.thin.under {
  stroke-width: 3;
}
.thin.over {
  stroke-width: 1.4;
}
.dashed {
  stroke-dasharray: 6 5;
}
.meant .over {
  stroke-width: 4;
  stroke-dasharray: none;
}
.end {
  fill: #fff;
  stroke: #000;
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}
.tag {
  fill: #fff;
  stroke: #000;
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}
.pointed .under {
  stroke-width: 10;
}
.pointed .over {
  stroke-width: 6;
}
.pointed .tag {
  fill: #000;
  stroke: #fff;
  stroke-width: 3;
}
.marks .pointed text {
  fill: #fff;
}
.marks text {
  fill: #000;
  font-size: 20px;
  font-weight: 700;
}
</style>
