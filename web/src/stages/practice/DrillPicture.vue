<script setup lang="ts">
/** The picture of a drill with its places, the answer while it is moved, and where to look afterwards. */
import { computed, ref } from "vue";
import { framed, type Answering, type Drill, type Marked } from "./practice";

const props = defineProps<{
  drill: Drill;
  marked: Marked | null;
  /** What is answered so far. */
  said: Answering;
  /** The format whose frame is being placed. */
  format: string;
  /** The picture in few values, as the cuts make it. */
  massed: string;
}>();
const emit = defineEmits<{ place: [x: number, y: number] }>();
const number = computed(() => props.said.number);
const WIDE = 960;
const HIGH = 640;
const TALL = 0.62;
/** Where a tag stands: on its place, or beside its ring, to the side on which there is room. */
function beside(x: number, radius: number): number {
  if (!radius) return 0;
  return (x > 0.93 ? -1 : 1) * (radius + 20);
}
const marks = computed(() =>
  props.drill.marks.map((each) => ({
    key: each.key,
    x: each.x * WIDE,
    y: each.y * HIGH,
    radius: each.radius * WIDE,
    tag: each.x * WIDE + beside(each.x, each.radius * WIDE),
  })),
);
const row = computed(() => HIGH * (1 - number.value / 100));
/** A place between the first and the last mark. */
function between(share: number): { x: number; y: number } {
  const first = marks.value[0];
  const last = marks.value.at(-1);
  if (!first || !last) return { x: 0, y: 0 };
  return { x: first.x + share * (last.x - first.x), y: first.y + share * (last.y - first.y) };
}
const posts = computed(() => (props.drill.horizon ? marks.value : []));
const level = computed(() => props.drill.horizon * HIGH);
/** What of the picture is shown: all of it, or what lies round posts that stand alone. */
const view = computed(() => {
  if (!posts.value.length) return `0 0 ${WIDE} ${HIGH}`;
  const columns = posts.value.map((each) => each.x);
  const rows = [level.value, ...posts.value.map((each) => each.y)];
  const wide =
    1.4 * Math.max(Math.max(...columns) - Math.min(...columns), 1.6 * (Math.max(...rows) - level.value), 240);
  const left = (Math.max(...columns) + Math.min(...columns) - wide) / 2;
  return `${left} ${level.value - 0.16 * wide} ${wide} ${0.6 * wide}`;
});
const scale = computed(() => Number(view.value.split(" ")[2]) / WIDE);
const top = (y: number) => y - TALL * (y - level.value);
const placed = computed(() => between(number.value));
const place = computed(() => {
  const found = props.marked?.place;
  return found ? { x: found.x * WIDE, y: found.y * HIGH } : null;
});
/** The number that was true, from how far off the answer was. */
const truth = computed(() => {
  const off = props.marked?.off;
  return off === null || off === undefined ? null : number.value - off;
});
const box = computed(() => {
  const found = props.marked?.box;
  if (!found) return null;
  return {
    x: found.left * WIDE,
    y: found.top * HIGH,
    width: (found.right - found.left) * WIDE,
    height: (found.foot - found.top) * HIGH,
  };
});
/** A line through the middle that leans; the right end higher where it is positive. */
function leaning(degrees: number): string {
  return `rotate(${-degrees} ${WIDE / 2} ${HIGH / 2})`;
}
const frames = computed(() =>
  props.said.frames
    .filter((each) => each.placed || each.key === props.format)
    .map((each) => ({ ...framed(each, WIDE, HIGH), key: each.key })),
);
const surface = ref<SVGSVGElement | null>(null);
function press(event: PointerEvent): void {
  const held = event.type === "pointerdown" || event.buttons > 0;
  if (props.drill.answer !== "frames" || props.marked || !held) return;
  const box = surface.value?.getBoundingClientRect();
  if (!box) return;
  // The picture is shown whole in the middle of its place.
  const scale = Math.min(box.width / WIDE, box.height / HIGH);
  const left = box.left + (box.width - scale * WIDE) / 2;
  const above = box.top + (box.height - scale * HIGH) / 2;
  const share = (at: number) => Math.min(1, Math.max(0, at));
  emit(
    "place",
    share((event.clientX - left) / (scale * WIDE)),
    share((event.clientY - above) / (scale * HIGH)),
  );
}
const told = computed(() =>
  props.drill.picture
    ? `A painted scene${marks.value.length ? ` with ${marks.value.length} places marked` : ""}`
    : "Posts on level ground, the line is the height of the eye",
);
</script>

<template>
  <figure class="hung">
    <svg
      ref="surface"
      :class="{ placing: drill.answer === 'frames' && !marked }"
      :viewBox="view"
      :style="{ '--scale': scale }"
      role="img"
      :aria-label="told"
      @pointerdown="press"
      @pointermove="press"
    >
      <image v-if="drill.picture" :href="drill.picture" :width="WIDE" :height="HIGH" />
      <rect v-else class="bare" x="-2000" y="-2000" width="6000" height="6000" />
      <template v-if="posts.length">
        <line class="eye" x1="-2000" x2="4000" :y1="level" :y2="level" />
        <g v-for="each in posts" :key="each.key">
          <line class="post" :x1="each.x" :x2="each.x" :y1="each.y" :y2="top(each.y)" />
          <text :x="each.x" :y="each.y + 26 * scale" text-anchor="middle">{{ each.key }}</text>
        </g>
        <line class="post mine" :x1="placed.x" :x2="placed.x" :y1="placed.y" :y2="top(placed.y)" />
        <line v-if="place" class="post true" :x1="place.x" :x2="place.x" :y1="place.y" :y2="top(place.y)" />
      </template>
      <template v-else>
        <g v-for="each in marks" :key="each.key">
          <template v-if="each.radius">
            <circle class="under" :cx="each.x" :cy="each.y" :r="each.radius + 3" />
            <circle class="ring" :cx="each.x" :cy="each.y" :r="each.radius + 3" />
          </template>
          <template v-if="each.key">
            <rect class="tag" :x="each.tag - 13" :y="each.y - 14" width="26" height="28" />
            <text :x="each.tag" :y="each.y + 7" text-anchor="middle">
              {{ each.key }}
            </text>
          </template>
        </g>
        <template v-if="drill.unit === 'turn'">
          <line class="row" x1="0" :x2="WIDE" :y1="HIGH / 2" :y2="HIGH / 2" :transform="leaning(number)" />
          <line
            v-if="marked && truth !== null"
            class="row true"
            x1="0"
            :x2="WIDE"
            :y1="HIGH / 2"
            :y2="HIGH / 2"
            :transform="leaning(truth)"
          />
        </template>
        <g v-for="each in frames" :key="`f${each.key}`">
          <rect class="box" :x="each.x" :y="each.y" :width="each.width" :height="each.height" />
          <rect
            class="box"
            :class="each.key === format ? 'mine' : 'dash'"
            :x="each.x"
            :y="each.y"
            :width="each.width"
            :height="each.height"
          />
        </g>
        <template v-if="drill.unit === 'row'">
          <line class="row" x1="0" :x2="WIDE" :y1="row" :y2="row" />
          <line v-if="place" class="row true" x1="0" :x2="WIDE" :y1="place.y" :y2="place.y" />
        </template>
      </template>
      <rect v-if="box" class="box" v-bind="box" />
      <rect v-if="box" class="box dash" v-bind="box" />
    </svg>
    <img v-if="massed" :src="massed" alt="The picture in few values" />
  </figure>
</template>

<style scoped>
figure {
  display: grid;
  gap: 12px;
  padding: 12px;
}
figure:has(img) {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
img {
  display: block;
  width: 100%;
}
.placing {
  cursor: crosshair;
  touch-action: none;
}
.box.mine {
  stroke: #111;
  stroke-width: 2.5;
}
svg {
  display: block;
  width: 100%;
  max-height: calc(100dvh - 210px);
}
.bare {
  fill: #e9e9e9;
}
.eye {
  stroke: #6a6a6a;
  stroke-dasharray: 6 8;
  stroke-width: calc(2px * var(--scale));
}
.post {
  stroke: #161616;
  stroke-width: calc(5px * var(--scale));
}
.mine {
  stroke-dasharray: 9 6;
}
.true {
  stroke: #161616;
  stroke-width: calc(3px * var(--scale));
}
.row {
  stroke: #fff;
  stroke-width: 3;
  filter: drop-shadow(0 0 1px #000) drop-shadow(0 0 1px #000);
}
.row.true {
  stroke: #fff;
  stroke-dasharray: 4 8;
}
.under {
  fill: none;
  stroke: #111;
  stroke-width: 5;
}
.ring {
  fill: none;
  stroke: #fff;
  stroke-width: 2.4;
}
.tag {
  fill: #fff;
  stroke: #111;
  stroke-width: 2;
}
text {
  fill: #111;
  font-size: calc(21px * var(--scale));
  font-weight: 700;
  font-variant-numeric: lining-nums;
}
.box {
  fill: none;
  stroke: #fff;
  stroke-width: 5;
}
.box.dash {
  stroke: #111;
  stroke-width: 2.5;
  stroke-dasharray: 9 7;
}
</style>
