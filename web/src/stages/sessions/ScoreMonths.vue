<script setup lang="ts">
/** The same passes over weeks: days run evenly, so that one sees how long paint dries and what waits for it. */
import { vRoving } from "@/look/roving";
import { computed, ref } from "vue";
import type { Painting, Plane } from "@/api/client";
import { calendar, daySaid } from "./score";
import { useElementSize } from "./size";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** Passes, sessions and where they stand. */
  work: Painting["work"];
  /** Number of the chosen pass. */
  chosen: number;
}>();
const emit = defineEmits<{ choose: [number: number] }>();

const NAMES = 124;
const HEAD = 34;
const ROW = 44;
const LONGEST = 400 * 1440;
const holder = ref<HTMLElement | null>(null);
const { width: room } = useElementSize(holder);
const bottom = computed(() => HEAD + ROW * (props.planes.length + 1));
const laid = computed(() => {
  const until = props.work.placements.map((each) => Math.min(each.through_late, each.end_min + LONGEST));
  const dates = props.work.milestones.map((each) => each.earliest_min);
  return calendar(props.work.sessions, [...until, ...dates], Math.max(300, room.value - 8));
});
const at = (minute: number): number => ((minute - laid.value.start) / 1440) * laid.value.perDay;
const wide = computed(() => laid.value.days * laid.value.perDay + 4);
const looks = computed(() => new Map(props.planes.map((each) => [each.rank, each.planned.colour])));
const bars = computed(() =>
  props.work.placements.flatMap((placement) => {
    const pass = props.work.passes.find((each) => each.number === placement.number);
    if (!pass) return [];
    const top = HEAD + ROW * ((pass.plane ?? props.planes.length + 1) - 1) + 10;
    const left = at(placement.start_min);
    return [
      {
        pass,
        placement,
        top,
        left,
        width: Math.max(4, at(placement.end_min) - left),
        touch: at(placement.touch_late),
        through: Math.min(at(placement.through_late), wide.value),
        colour: pass.plane === null ? "var(--lift)" : (looks.value.get(pass.plane) ?? "var(--lift)"),
      },
    ];
  }),
);
const title = (number: number): string =>
  props.work.passes.find((each) => each.number === number)?.title ?? "";
</script>

<template>
  <div class="score">
    <svg :width="NAMES" :height="bottom + 24" aria-hidden="true">
      <text
        v-for="(plane, row) in planes"
        :key="plane.rank"
        x="0"
        :y="HEAD + ROW * row + 26"
        font-size="14.5"
      >
        <tspan font-weight="700">{{ plane.rank }}</tspan>
        {{ plane.name }}
      </text>
      <text x="0" :y="HEAD + ROW * planes.length + 26" font-size="14.5">Whole surface</text>
    </svg>
    <div ref="holder" class="scroll" tabindex="0" aria-label="Weeks, scrolls sideways">
      <svg
        :width="wide"
        :height="bottom + 24"
        v-roving="'.bar'"
        role="group"
        aria-label="Passes over the weeks"
      >
        <rect
          v-for="session in work.sessions"
          :key="session.number"
          :x="at(session.start_min)"
          :y="HEAD"
          :width="Math.max(4, at(session.end_min) - at(session.start_min))"
          :height="bottom - HEAD"
          class="sheet"
        >
          <title>{{ session.name }}</title>
        </rect>
        <g v-for="tick in laid.ticks" :key="tick">
          <line :x1="at(tick)" :x2="at(tick)" :y1="HEAD" :y2="bottom" class="hair" />
          <text :x="at(tick) + 3" :y="HEAD - 8" font-size="13">{{ daySaid(tick) }}</text>
        </g>
        <line
          v-for="row in planes.length + 1"
          :key="`row${row}`"
          x1="0"
          :x2="wide"
          :y1="HEAD + ROW * row"
          :y2="HEAD + ROW * row"
          class="hair"
        />
        <g
          v-for="bar in bars"
          :key="bar.placement.number"
          class="bar"
          :class="{ chosen: bar.placement.number === chosen }"
          role="button"
          tabindex="0"
          :aria-label="`${bar.pass.title}, ${bar.placement.span_said}, ${bar.placement.dry_said || 'nothing to dry'}`"
          :aria-pressed="bar.placement.number === chosen"
          @click="emit('choose', bar.placement.number)"
          @keydown.enter="emit('choose', bar.placement.number)"
        >
          <line
            v-if="bar.through - bar.left > 4"
            :x1="bar.left"
            :x2="bar.through"
            :y1="bar.top + 20"
            :y2="bar.top + 20"
            class="through"
          />
          <rect
            v-if="bar.touch - bar.left > 4"
            :x="bar.left"
            :y="bar.top + 5"
            :width="bar.touch - bar.left"
            height="15"
            class="touch"
            :style="{ fill: bar.colour }"
          />
          <rect
            :x="bar.left"
            :y="bar.top"
            :width="bar.width"
            height="24"
            class="body"
            :style="{ fill: bar.colour }"
          />
        </g>
        <g v-for="each in work.milestones" :key="`m${each.number}`">
          <line
            :x1="at(each.earliest_min)"
            :x2="at(each.earliest_min)"
            :y1="HEAD"
            :y2="bottom"
            class="date"
          />
          <text :x="at(each.earliest_min) - 5" :y="bottom + 17" font-size="13" text-anchor="end">
            {{ title(each.number) }} not before {{ daySaid(each.earliest_min) }}
          </text>
        </g>
      </svg>
    </div>
  </div>
  <p class="legend">
    The block runs to touch dry, the line under it to dry through. Pale columns are your sessions.
  </p>
</template>

<style scoped>
.score {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
}
.scroll {
  overflow-x: auto;
  overflow-y: hidden;
}
.sheet {
  fill: var(--sheet);
}
.hair {
  stroke: var(--hair);
  stroke-width: 0.7;
}
.bar {
  cursor: pointer;
}
.bar:focus {
  outline: none;
}
.body {
  stroke: var(--line);
  stroke-width: 0.9;
}
.bar.chosen .body,
.bar:focus-visible .body {
  stroke-width: 2.6;
}
.touch {
  opacity: 0.45;
}
.through {
  stroke: var(--line);
  stroke-width: 1;
}
.date {
  stroke: var(--line);
  stroke-width: 1.6;
  stroke-dasharray: 7 4;
}
.legend {
  font-size: 14.5px;
  color: var(--ink2);
}
</style>
