<script setup lang="ts">
/** Rows are planes far to near, time runs across in sessions; a pass is a bar whose drying tail fades to touch dry. */
import { useElementSize } from "./size";
import { computed, nextTick, ref, watch } from "vue";
import type { Painting, Placement, Plane, Session } from "@/api/client";
import { useLift } from "./lift";
import { clock, gapSaid, placeOf, spans, tail, ticks } from "./score";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** Passes, sessions and where they stand. */
  work: Painting["work"];
  /** Number of the chosen pass. */
  chosen: number;
  /** Whether one session is to fill the room. */
  close?: boolean;
  /** Numbers of the passes that the end of the plan hangs on. */
  critical?: Set<number>;
}>();
const emit = defineEmits<{ choose: [number: number]; session: [session: Session] }>();

const WIDE_NAMES = 124;
/** On a narrow window a row is named by its number, so that a session has the width. */
const NARROW_NAMES = 26;
const NARROW_PX = 600;
const whole = ref<HTMLElement | null>(null);
const { width: fullWidth } = useElementSize(whole);
const narrow = computed(() => fullWidth.value < NARROW_PX);
const names = computed(() => (narrow.value ? NARROW_NAMES : WIDE_NAMES));
/** Room for what is said of a session; the sky takes a line of its own. */
const HEAD = computed(() => (props.work.sessions.some((each) => each.sky_said) ? 76 : 56));
const holder = ref<HTMLElement | null>(null);
const { width: room } = useElementSize(holder);
/** Rows share the height there is: a tablet held upright has more of it than a laptop. */
const ROOM_BELOW_PX = 420;
const tall = Math.max(500, window.innerHeight - ROOM_BELOW_PX);
const row = computed(() => Math.max(46, Math.min(tall > 500 ? 120 : 80, tall / (props.planes.length + 1))));
const bottom = computed(() => HEAD.value + row.value * (props.planes.length + 1));
const barHeight = computed(() => row.value - 34);
/** Width of a minute at which it can be read. */
const PER_MINUTE = 1.5;
/** Close by, each session fills the room; the fold after it stays in sight where there is room for it. */
const layout = computed(() =>
  spans(
    props.work.sessions,
    Math.max(300, room.value - 8),
    PER_MINUTE,
    props.close ? Math.max(240, room.value - (narrow.value ? 6 : 70)) : 0,
  ),
);
const { lifted, tried, refused, press, move, letGo, putDown, nudge } = useLift(
  computed(() => layout.value.all),
);
const ghost = computed(() => {
  const bar = bars.value.find((each) => each.placement.number === lifted.value?.number);
  if (!bar || !lifted.value) return null;
  const start = tried.value?.start_min ?? lifted.value.start;
  const left = placeOf(layout.value.all, start);
  const width = Math.max(3, placeOf(layout.value.all, start + bar.pass.minutes) - left);
  return { left, width, top: bar.top, title: bar.pass.title };
});
/** Setting up and cleaning up: in the session, and not for painting. */
function around(session: Session): [number, number][] {
  const parts: [number, number][] = [
    [session.start_min, session.start_min + session.setup_min],
    [session.end_min - session.cleanup_min, session.end_min],
  ];
  return parts.filter(([from, to]) => to > from);
}
function pull(event: PointerEvent): void {
  const box = holder.value?.getBoundingClientRect();
  if (box && holder.value) move(event, box.left - holder.value.scrollLeft);
}
/** A press that was a drag is no choice. */
async function release(number: number): Promise<void> {
  if (lifted.value) {
    emit("choose", number);
    await letGo();
  } else putDown();
}
const wide = computed(() => layout.value.width + 4);

const bars = computed(() => {
  const passes = new Map(props.work.passes.map((each) => [each.number, each]));
  const looks = new Map(props.planes.map((each) => [each.rank, each.planned.colour]));
  return props.work.placements.flatMap((placement: Placement) => {
    const pass = passes.get(placement.number);
    if (!pass || placement.session === null) return [];
    const line = pass.plane ?? props.planes.length + 1;
    const top = HEAD.value + row.value * (line - 1) + 22;
    const left = placeOf(layout.value.all, placement.start_min);
    return [
      {
        placement,
        pass,
        top,
        left,
        width: Math.max(3, placeOf(layout.value.all, placement.end_min) - left),
        colour: pass.plane === null ? "var(--lift)" : (looks.get(pass.plane) ?? "var(--lift)"),
        tail: tail(layout.value.all, placement, top, barHeight.value),
        open: placeOf(layout.value.all, placement.open_until),
      },
    ];
  });
});
/** A name is written where it has room before the next bar of its row; the rest say theirs when chosen. */
const labels = computed(() => {
  const shown: { key: number; left: number; top: number; text: string; bold: boolean }[] = [];
  const ends = new Map<number, number>();
  for (const bar of [...bars.value].sort((a, b) => a.left - b.left)) {
    const bold = bar.placement.number === props.chosen;
    const length = bar.pass.title.length * 6.1;
    const free = bar.left >= (ends.get(bar.top) ?? 0);
    if (free || bold) {
      if (bold)
        shown.splice(
          0,
          shown.length,
          ...shown.filter((each) => each.top !== bar.top || each.left + each.text.length * 6.1 < bar.left),
        );
      shown.push({ key: bar.placement.number, left: bar.left, top: bar.top - 5, text: bar.pass.title, bold });
      ends.set(bar.top, bar.left + length + 8);
    }
  }
  return shown;
});
const nowAt = computed(() => {
  const now = props.work.now_min;
  const within = layout.value.all.some((span) => span.session && span.start < now && now < span.end);
  return within ? placeOf(layout.value.all, now) : null;
});

/** Sessions one after the other, when one of them fills the room. */
const turns = computed(() => layout.value.all.filter((span) => span.session));
const turn = ref(0);
function turnTo(at: number): void {
  turn.value = at;
  holder.value?.scrollTo({ left: turns.value[at]?.left ?? 0, behavior: "smooth" });
}
/** Begin at the session that comes next, with the end of the one before still in sight. */
watch(
  [holder, () => layout.value.width],
  async () => {
    const next = layout.value.all.find((span) => span.session && !span.session.over);
    await nextTick();
    turn.value = Math.max(0, next ? turns.value.indexOf(next) : 0);
    if (holder.value && next && next.left > 0) holder.value.scrollLeft = next.left - (props.close ? 0 : 120);
  },
  { immediate: true },
);

function grip(bar: (typeof bars.value)[number], event: PointerEvent): void {
  const box = holder.value?.getBoundingClientRect();
  if (!box || !holder.value) return;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  press(bar.placement, bar.left, event, box.left - holder.value.scrollLeft);
}
/** The one bar that the Tab key stops at; arrows go on from it. */
const entry = computed(() =>
  bars.value.some((each) => each.placement.number === props.chosen)
    ? props.chosen
    : bars.value[0]?.placement.number,
);
async function key(at: number, event: KeyboardEvent): Promise<void> {
  if (event.key === "Escape") putDown();
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
  const own = bars.value.find((bar) => bar.placement.number === at);
  if (by !== undefined && event.shiftKey && own) {
    event.preventDefault();
    await nudge(own.placement, by < 0 ? -1 : 1);
    return;
  }
  const ordered = [...bars.value].sort((a, b) => a.placement.start_min - b.placement.start_min);
  const here = ordered.findIndex((bar) => bar.placement.number === at);
  const next = by === undefined ? undefined : ordered[here + by];
  if (!next) return;
  event.preventDefault();
  emit("choose", next.placement.number);
  await nextTick();
  holder.value?.querySelector<SVGElement>(".bar.chosen")?.focus();
}
</script>

<template>
  <div v-if="close && turns.length > 1" class="turns">
    <button class="do quiet" :disabled="turn === 0" @click="turnTo(turn - 1)">← Session before</button>
    <button class="do quiet" :disabled="turn === turns.length - 1" @click="turnTo(turn + 1)">
      Session after →
    </button>
  </div>
  <div ref="whole" class="score">
    <svg class="names" :width="names" :height="bottom + 24" aria-hidden="true">
      <g v-for="(plane, at) in planes" :key="plane.rank">
        <rect
          x="0"
          :y="HEAD + row * at + 16"
          width="6"
          :height="row - 26"
          :style="{ fill: plane.planned.colour }"
          class="slab"
        />
        <text x="14" :y="HEAD + row * at + 36" font-size="14.5">
          <tspan font-weight="700">{{ plane.rank }}</tspan>
          {{ narrow ? "" : plane.name }}
        </text>
      </g>
      <text x="14" :y="HEAD + row * planes.length + 36" font-size="14.5">
        {{ narrow ? "all" : "Whole surface" }}
      </text>
    </svg>
    <div ref="holder" class="scroll" tabindex="0" aria-label="Score, scrolls sideways">
      <svg :width="wide" :height="bottom + 24" role="group" aria-label="Passes in their sessions">
        <template v-for="(span, at) in layout.all" :key="at">
          <g v-if="span.session">
            <rect
              :x="span.left"
              :y="HEAD"
              :width="span.width"
              :height="bottom - HEAD"
              class="sheet"
              :class="{ over: span.session.over }"
            />
            <template v-for="[from, to] in around(span.session)" :key="from">
              <rect
                :x="placeOf(layout.all, from)"
                :y="HEAD"
                :width="placeOf(layout.all, to) - placeOf(layout.all, from)"
                :height="bottom - HEAD"
                class="around"
              />
            </template>
            <foreignObject
              :x="span.left"
              y="0"
              :width="Math.max(span.width + (narrow ? 0 : 40), 120)"
              :height="HEAD - 2"
            >
              <button
                class="head"
                :title="`Change ${span.session.name}${span.session.sky_said ? `: ${span.session.sky_said}` : ''}`"
                @click="emit('session', span.session)"
              >
                <b>{{ span.session.name }}{{ span.session.place ? `, ${span.session.place}` : "" }}</b>
                <span>{{ span.session.air_said }} · {{ span.session.minutes }} min</span>
                <span v-if="span.session.sky_said" class="sky">{{ span.session.sky_said }}</span>
              </button>
            </foreignObject>
            <g v-for="minute in ticks(span)" :key="minute">
              <line
                :x1="placeOf(layout.all, minute)"
                :x2="placeOf(layout.all, minute)"
                :y1="HEAD"
                :y2="bottom"
                class="hair"
              />
              <text :x="placeOf(layout.all, minute)" :y="bottom + 17" font-size="13" text-anchor="middle">
                {{ clock(minute) }}
              </text>
            </g>
          </g>
          <text
            v-else-if="at < layout.all.length - 1"
            :x="span.left + span.width / 2"
            :y="(HEAD + bottom) / 2"
            font-size="13.5"
            text-anchor="middle"
            :transform="`rotate(-90 ${span.left + span.width / 2} ${(HEAD + bottom) / 2})`"
          >
            {{ gapSaid(span.end - span.start) }}
          </text>
        </template>
        <line
          v-for="at in planes.length + 1"
          :key="`row${at}`"
          x1="0"
          :x2="wide"
          :y1="HEAD + row * at"
          :y2="HEAD + row * at"
          class="row"
        />
        <g
          v-for="bar in bars"
          :key="bar.placement.number"
          class="bar"
          :class="{
            chosen: bar.placement.number === chosen,
            done: bar.placement.done,
            away: bar.placement.number === lifted?.number,
            critical: critical?.has(bar.placement.number),
          }"
          role="button"
          :tabindex="bar.placement.number === entry ? 0 : -1"
          :aria-label="`${bar.pass.title}, ${bar.placement.span_said}, ${bar.placement.dry_said || 'nothing to dry'}${bar.placement.done ? ', painted' : ''}`"
          :aria-pressed="bar.placement.number === chosen"
          @click="emit('choose', bar.placement.number)"
          @pointerdown="grip(bar, $event)"
          @touchmove="$event.cancelable && $event.preventDefault()"
          @pointermove="pull"
          @pointerup="release(bar.placement.number)"
          @pointercancel="putDown"
          @keydown.enter="emit('choose', bar.placement.number)"
          @keydown="key(bar.placement.number, $event)"
        >
          <path v-if="bar.tail" :d="bar.tail" :style="{ fill: bar.colour }" class="tail" />
          <line
            v-if="bar.tail && bar.open - bar.left - bar.width > 3"
            :x1="bar.open"
            :x2="bar.open"
            :y1="bar.top + barHeight * 0.35"
            :y2="bar.top + barHeight"
            class="open"
          />
          <rect
            :x="bar.left"
            :y="bar.top"
            :width="bar.width"
            :height="barHeight"
            :style="{ fill: bar.colour }"
          />
          <line
            v-if="critical?.has(bar.placement.number)"
            :x1="bar.left"
            :x2="bar.left + bar.width"
            :y1="bar.top + barHeight + 4"
            :y2="bar.top + barHeight + 4"
            class="hangs"
          />
          <path v-if="bar.placement.by_hand" :d="`M${bar.left} ${bar.top - 1} l7 0 l-3.5 6 z`" class="pin" />
          <path
            v-if="bar.placement.done"
            :d="`M${bar.left + 2} ${bar.top + barHeight - 2} L${bar.left + bar.width - 2} ${bar.top + 2}`"
            class="tick"
          />
        </g>
        <text
          v-for="label in labels"
          :key="`label${label.key}`"
          :x="label.left"
          :y="label.top"
          font-size="13"
          class="label"
          :font-weight="label.bold ? 700 : 400"
        >
          {{ label.text }}
        </text>
        <g v-if="ghost" class="ghost" aria-hidden="true">
          <rect :x="ghost.left" :y="ghost.top" :width="ghost.width" :height="barHeight" />
        </g>
        <line v-if="nowAt !== null" :x1="nowAt" :x2="nowAt" :y1="HEAD - 6" :y2="bottom" class="now" />
      </svg>
    </div>
  </div>
  <div class="breaks" :class="{ told: lifted }" role="status">
    <template v-if="lifted">
      <p>
        <b>{{ ghost?.title }}</b> {{ tried ? tried.span_said : refused || "…" }}.
        <template v-if="tried">
          {{ tried.breaks.length ? "" : "Nothing breaks." }} {{ tried.moved_said }}
        </template>
      </p>
      <p v-for="each in tried?.breaks ?? []" :key="each.title">
        <b>{{ each.strong ? "Breaks: " : "" }}{{ each.title }}.</b> {{ each.text }}
      </p>
    </template>
  </div>
  <p class="legend">
    Underlined passes decide when it is finished. Drag a bar, or press Shift and an arrow key, to put it
    elsewhere: what breaks is told before you let go. A tail falls to touch dry; the dotted line in it is
    where it stops being open. Between the two it is tacky: do not touch.
  </p>
</template>

<style scoped>
.score {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
}
.turns {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  justify-content: space-between;
}
.scroll {
  overflow-x: auto;
  overflow-y: hidden;
}
.slab,
.bar rect {
  stroke: var(--line);
  stroke-width: 0.9;
}
.sheet {
  fill: var(--sheet);
}
.around {
  fill: var(--ground);
  opacity: 0.65;
}
.over {
  opacity: 0.45;
}
.head {
  display: block;
  width: 100%;
  text-align: left;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  line-height: 1.3;
}
.head b {
  display: block;
  font-size: 16px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.head:hover b {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.head .sky {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}
.head span {
  font-size: 14.5px;
}
.hair {
  stroke: var(--hair);
  stroke-width: 0.6;
}
.row {
  stroke: var(--hair);
  stroke-width: 0.8;
}
.bar {
  cursor: pointer;
}
.bar:focus {
  outline: none;
}
.bar.chosen rect,
.bar:focus-visible rect {
  stroke-width: 2.6;
}
.tail {
  opacity: 0.45;
}
.open {
  stroke: var(--line);
  stroke-dasharray: 2 2;
}
.tick {
  stroke: var(--line);
  stroke-width: 1.4;
}
.done rect {
  opacity: 0.7;
}
.label {
  pointer-events: none;
}
.now {
  stroke: var(--line);
  stroke-width: 1.6;
  stroke-dasharray: 7 4;
}
.legend {
  font-size: 14.5px;
  color: var(--ink2);
}
.bar.away {
  opacity: 0.35;
}
.bar rect {
  touch-action: none;
}
.hangs {
  stroke: var(--line);
  stroke-width: 3;
}
.pin {
  fill: var(--line);
}
.ghost rect {
  fill: none;
  stroke: var(--line);
  stroke-width: 2;
  stroke-dasharray: 5 3;
}
.breaks {
  position: sticky;
  bottom: 8px;
  max-width: 74ch;
  font-size: 15px;
  line-height: 1.35;
}
.breaks.told {
  padding: 8px 12px;
  background: var(--sheet);
  border: 1.6px solid var(--line);
}
.breaks p + p {
  margin-top: 5px;
}
</style>
