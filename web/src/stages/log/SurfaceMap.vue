<script setup lang="ts">
/** The map of places that shine otherwise than the rest: pressed on the flat painting, as circles in two patterns. */
import { computed, ref } from "vue";
import FoldedPart from "@/frame/FoldedPart.vue";
import { useTable } from "@/api/store";
import { useLog, type Log } from "./log";
import { usePlace } from "./place";

const props = defineProps<{
  /** Number of the photo that shows the painting. */
  photo: number;
  /** Address of the painting, flat. */
  flat: string;
  /** What the log tells. */
  shown: Log;
}>();
const table = useTable();
const log = useLog();
type Sort = "dull" | "glossy";
const sort = ref<Sort>("dull");
/** Radius of the next place, in percent of the painting's width. */
const reach = ref(5);
const { place, point, arrow, where } = usePlace();
const aspect = computed(() => {
  const brief = table.painting?.brief;
  return brief ? brief.width_cm / brief.height_cm : 4 / 3;
});
const spots = computed(() =>
  props.shown.to_mend.filter((each) => each.surface && !each.settled && each.x !== null && each.y !== null),
);
const text = computed(() => (sort.value === "dull" ? "Dull place" : "Glossy place"));
async function keep(): Promise<void> {
  if (!place.value) return;
  const at = { ...place.value, source: props.photo, surface: sort.value, reach: reach.value / 100 };
  if (await log.press({ action: "add_mend", text: `${text.value}, ${where.value}`, ...at }))
    place.value = null;
}
async function even(number: number): Promise<void> {
  await log.press({ action: "settle_mend", mend: number, settled: "done" });
}
/** A circle on the painting, in a box as wide as 100. */
const circle = (x: number, y: number, radius: number) => ({
  cx: 100 * x,
  cy: (100 * y) / aspect.value,
  r: 100 * radius,
});
</script>

<template>
  <div class="surface">
    <div
      class="pad"
      role="application"
      tabindex="0"
      :aria-label="`Middle of the next place: ${where}. Arrow keys move it.`"
      @pointerdown="point"
      @keydown="arrow"
      @keydown.enter.prevent="keep"
    >
      <img :src="flat" alt="The painting, flat and in its own light" draggable="false" />
      <svg :viewBox="`0 0 100 ${100 / aspect}`" preserveAspectRatio="none" aria-hidden="true">
        <defs>
          <pattern id="is-dull" width="2.4" height="2.4" patternUnits="userSpaceOnUse">
            <path d="M0 2.4L2.4 0" class="dark" />
            <path d="M0 2.4L2.4 0" class="light" />
          </pattern>
          <pattern id="is-glossy" width="3" height="3" patternUnits="userSpaceOnUse">
            <circle cx="1.5" cy="1.5" r="0.75" class="dot" />
          </pattern>
        </defs>
        <circle
          v-for="each in spots"
          :key="each.number"
          v-bind="circle(each.x ?? 0, each.y ?? 0, each.reach ?? 0)"
          :fill="`url(#is-${each.surface})`"
          class="rim"
        />
        <circle
          v-if="place"
          v-bind="circle(place.x, place.y, reach / 100)"
          :fill="`url(#is-${sort})`"
          class="rim next"
        />
      </svg>
    </div>
    <div class="line">
      <button class="do" :aria-pressed="sort === 'dull'" @click="sort = 'dull'">Dull</button>
      <button class="do" :aria-pressed="sort === 'glossy'" @click="sort = 'glossy'">Glossy</button>
      <label>
        {{ 2 * reach }} % of the width
        <input v-model.number="reach" type="range" min="1" max="30" aria-label="How wide the place is" />
      </label>
      <button class="do main" :disabled="!place" @click="keep">Keep this place</button>
    </div>
    <p class="say" role="status">
      {{ shown.surface_said || "Nothing is marked: as far as you looked, it shines evenly." }}
    </p>
    <ul v-if="spots.length" aria-label="Places that shine otherwise">
      <li v-for="each in spots" :key="each.number">
        {{ each.text }}
        <button class="do quiet" @click="even(each.number)">
          It is even now<span class="hidden-label">, {{ each.text }}</span>
        </button>
      </li>
    </ul>
    <p v-for="each in shown.surface_to_do" :key="each">{{ each }}</p>
    <FoldedPart title="How to look" said="">
      <ol>
        <li v-for="each in shown.how_to_look" :key="each">{{ each }}</li>
      </ol>
    </FoldedPart>
  </div>
</template>

<style scoped>
.surface {
  display: grid;
  gap: 8px;
}
.pad {
  position: relative;
  cursor: crosshair;
  touch-action: manipulation;
}
.pad img {
  display: block;
  width: 100%;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.dark {
  stroke: #111;
  stroke-width: 0.9;
}
.light {
  stroke: #fff;
  stroke-width: 0.4;
}
.dot {
  fill: #fff;
  stroke: #111;
  stroke-width: 0.3;
}
.rim {
  stroke: #fff;
  stroke-width: 0.5;
}
.next {
  stroke-dasharray: 2 1;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}
.line label {
  display: flex;
  gap: 8px;
  align-items: center;
}
input {
  accent-color: #111;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 3px 0;
}
</style>
