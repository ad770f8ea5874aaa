<script setup lang="ts">
/** The photo in two to seven values: adjusted live, read, changed by hand, kept, chosen, taken to the support. */
import { computed, ref, watch } from "vue";
import type { DivisionOf, Edit, Preview, Seen, Swatch, Thumbnail } from "@/api/client";
import { Problem } from "@/api/client";
import { useTable } from "@/api/store";
import { preview as tryIt, seen as readIt, swatch as liftIt } from "@/api/tries";
import ValueScale from "@/picture/ValueScale.vue";
import { fromView, viewOf, type Crop } from "@/picture/crop";
import type { Point } from "@/picture/pen";
import StageLayout from "../StageLayout.vue";
import CropWords from "./CropWords.vue";
import FocusLine from "./FocusLine.vue";
import ReadingFacts from "./ReadingFacts.vue";
import ShapeWords from "./ShapeWords.vue";
import SupportPanel from "./SupportPanel.vue";
import SwatchWords from "./SwatchWords.vue";
import ThumbnailControls from "./ThumbnailControls.vue";
import ThumbnailWall from "./ThumbnailWall.vue";
import TrialPicture, { type TrialTool } from "./TrialPicture.vue";
import { differ, settingsOf, triedOf, usualSettings, type Settings } from "./trial";

const table = useTable();
const settings = ref<Settings>(usualSettings(undefined));
const at = ref(0);
const preview = ref<Preview | null>(null);
const reading = ref<Seen | null>(null);
const tool = ref<TrialTool | null>(null);
const isolate = ref<number | null>(null);
const pressed = ref<Point | null>(null);
const pulling = ref(0);
const swatch = ref<Swatch | null>(null);
const ratio = ref(1.5);
const suggested = ref<Crop[]>([]);
const division = ref<DivisionOf | null>(null);
const places = ref<Point[]>([]);
let asking: AbortController | null = null;
let wanted = "";
let reader = 0;

const sources = computed(() =>
  (table.painting?.sources ?? []).filter((each) => !["page", "progress"].includes(each.kind)),
);
const thumbnails = computed(() => table.painting?.thumbnails ?? []);
const source = computed(() => sources.value.find((each) => each.number === settings.value.source));
const current = computed(() => thumbnails.value.find((each) => each.number === at.value));
const focus = computed(() => table.painting?.brief.focus ?? null);
const changed = computed(() => !current.value || differ(settingsOf(current.value), settings.value));
const tried = computed(() => triedOf(settings.value, changed.value ? 0 : at.value, null));
/** Judgements on what is shown, unless that is the chosen thumbnail as the painting knows it. */
const judgements = computed(() =>
  changed.value || !current.value?.chosen ? (reading.value?.judgements ?? []) : null,
);
const sketches = computed(() =>
  thumbnails.value.filter(
    (each) =>
      each.source !== settings.value.source &&
      sources.value.some((from) => from.number === each.source && from.kind === "sketch"),
  ),
);
const departures = computed(() => (source.value?.departures.length ?? 0) > 0);

function take(thumbnail: Thumbnail): void {
  at.value = thumbnail.number;
  settings.value = settingsOf(thumbnail);
}
function change(part: Partial<Settings>): void {
  settings.value = { ...settings.value, ...part };
}

/** Asks for the picture as it would be now; while one is asked for, only the latest wish is kept. */
async function refresh(): Promise<void> {
  const id = table.painting?.id;
  if (!source.value || !id) return;
  const key = JSON.stringify([settings.value, focus.value, isolate.value, source.value.image, marks()]);
  if (key === wanted) return;
  wanted = key;
  asking?.abort();
  asking = new AbortController();
  const signal = asking.signal;
  window.clearTimeout(reader);
  try {
    preview.value = await tryIt(id, triedOf(settings.value, 0, isolate.value), signal);
    // What takes longer to read waits until the hand rests.
    reader = window.setTimeout(() => void read(id, signal), 220);
  } catch (cause) {
    if (cause instanceof DOMException) return;
    wanted = "";
    const edits = settings.value.edits;
    if (cause instanceof Problem) table.problem = cause;
    // A change by hand that cannot be made is let go; the rest stays.
    if (edits.length) change({ edits: edits.slice(0, -1) });
  }
}
async function read(id: number, signal: AbortSignal): Promise<void> {
  reading.value = await readIt(id, tried.value, signal).catch(() => reading.value);
}
function marks(): unknown {
  return settings.value.departed ? source.value?.departures : null;
}

watch(
  () => table.painting?.id,
  () => {
    at.value = 0;
    preview.value = null;
    reading.value = null;
    wanted = "";
    const first = thumbnails.value.find((each) => each.chosen) ?? thumbnails.value[0];
    if (first) take(first);
    else settings.value = usualSettings(sources.value.find((each) => each.main) ?? sources.value[0]);
  },
  { immediate: true },
);
watch(
  () => table.painting?.version,
  () => {
    // A remedy or an undo may have changed the one that is shown.
    const kept = thumbnails.value.find((each) => each.number === at.value);
    if (kept) take(kept);
    else if (at.value) at.value = 0;
    if (!source.value) settings.value = usualSettings(sources.value[0]);
    places.value = [];
    if (table.painting && source.value) void read(table.painting.id, new AbortController().signal);
  },
);
watch([settings, focus, isolate, () => source.value?.image, marks], refresh, {
  deep: true,
  immediate: true,
});
watch(tool, () => {
  pressed.value = null;
  swatch.value = null;
  suggested.value = [];
});
watch(
  () => table.pointing,
  (pointing) => {
    if (pointing?.action === "show_places") places.value = pointing.arguments.places as Point[];
    if (pointing?.action === "show_crops") tool.value = "crop";
    if (pointing?.action === "choose_departure" && source.value) {
      const view = viewOf(settings.value.crop, source.value);
      places.value = [fromView(view, pointing.arguments.at as Point)];
    }
  },
);

async function mark(x: number, y: number): Promise<void> {
  tool.value = null;
  await table.change({ action: "set_focus", x, y });
}
function pickSource(number: number): void {
  const next = usualSettings(sources.value.find((each) => each.number === number));
  settings.value = { ...next, steps: settings.value.steps, softness: settings.value.softness };
}
function byHand(edit: Edit): void {
  change({ edits: [...settings.value.edits, edit] });
}
function shape(kind: "step" | "join" | "split", step: number | null = null): void {
  if (pressed.value) byHand({ kind, points: [pressed.value], step, width: 0.02 });
}
async function lift([x, y]: Point): Promise<void> {
  if (!table.painting || !source.value) return;
  swatch.value = await liftIt(table.painting.id, source.value.number, x, y).catch(() => null);
}
async function keep(later: string | null): Promise<void> {
  const before = new Set(thumbnails.value.map((each) => each.number));
  if (await table.change({ action: "keep_thumbnail", ...settings.value, later, name: "" })) {
    const made = thumbnails.value.find((each) => !before.has(each.number));
    if (made && later === null) take(made);
  }
}
async function adjust(): Promise<void> {
  const { steps, smallest_share, softness, even, cuts, crop, key, departed, edits } = settings.value;
  await table.change({
    action: "set_thumbnail",
    thumbnail: at.value,
    steps,
    smallest_share,
    softness,
    even,
    departed,
    edits,
    ...(cuts ? { cuts } : { find_cuts: true }),
    ...(crop ? { crop } : { whole: true }),
    ...(key ? { key } : { own_key: true }),
  });
}
</script>

<template>
  <StageLayout hung :tried="judgements">
    <div v-if="source" class="values">
      <TrialPicture
        v-model:tool="tool"
        v-model:isolate="isolate"
        :source="source"
        :preview="preview"
        :steps="settings.steps"
        :crop="settings.crop"
        :ratio="ratio"
        :suggested="suggested"
        :division="division"
        :places="places"
        :pressed="pressed"
        :pull="0.02"
        :sketches="sketches"
        @crop="(crop) => change({ crop, edits: [] })"
        @mark="mark"
        @press="(point) => (pressed = point)"
        @stroke="(points) => byHand({ kind: 'pull', points, step: pulling, width: 0.02 })"
        @swatch="lift"
      />
      <div class="scale">
        <ValueScale
          v-if="preview"
          :reading="preview.reading"
          @cuts="(cuts) => change({ cuts, even: false })"
        />
      </div>
      <div class="words">
        <CropWords
          v-if="tool === 'crop'"
          :source="source"
          :tried="tried"
          :crop="settings.crop"
          @crop="(crop) => change({ crop, edits: [] })"
          @ratio="(now) => (ratio = now)"
          @suggested="(crops) => (suggested = crops)"
          @done="tool = null"
        />
        <ShapeWords
          v-if="preview && (tool === 'shape' || tool === 'pull' || settings.edits.length)"
          :reading="preview.reading"
          :pressed="tool === 'shape' && pressed !== null"
          :pulling="tool === 'pull'"
          :step="pulling"
          :count="settings.edits.length"
          @step="(step) => shape('step', step)"
          @join="shape('join')"
          @split="shape('split')"
          @pull="(step) => (pulling = step)"
          @back="change({ edits: settings.edits.slice(0, -1) })"
          @clear="change({ edits: [] })"
        />
        <SwatchWords v-if="swatch" :swatch="swatch" />
      </div>
      <ThumbnailControls
        v-if="table.choices"
        v-model="settings"
        class="controls"
        :sources="sources"
        :limits="table.choices"
        :departures="departures"
        :smallest-said="preview?.smallest_said ?? ''"
        :kept="!changed"
        :current="current?.name ?? ''"
        @keep="keep(null)"
        @later="keep"
        @adjust="adjust"
        @source="pickSource"
      />
      <div class="below">
        <ThumbnailWall :thumbnails="thumbnails" :at="at" @take="take" />
        <SupportPanel
          :tried="tried"
          :kept="changed ? undefined : current"
          @divide="(now) => (division = now)"
        />
      </div>
    </div>
    <div v-else class="empty">
      <h2>First a photo</h2>
      <p>A value thumbnail is made from a photo of the place. Bring one, then come back.</p>
      <router-link class="do main" :to="`/paintings/${table.painting?.id}/sources`"
        >To the sources</router-link
      >
    </div>
    <template #margin>
      <FocusLine v-if="focus && source?.main" :focus="focus" :step="preview?.reading.focus_step ?? null" />
    </template>
    <template #after>
      <ReadingFacts v-if="reading" :facts="reading.facts" />
    </template>
  </StageLayout>
</template>

<style scoped>
.values {
  display: grid;
  grid-template-columns: minmax(0, 660px) minmax(170px, 1fr);
  gap: 8px 18px;
}
.scale {
  position: relative;
  min-height: 380px;
}
.scale > * {
  position: absolute;
  inset: 0;
}
.words,
.controls,
.below {
  grid-column: 1 / -1;
}
.words:empty {
  display: none;
}
@media (max-width: 900px) {
  .values {
    grid-template-columns: minmax(0, 1fr);
  }
  .scale {
    min-height: 0;
  }
  .scale > * {
    position: static;
    max-height: 400px;
  }
}
</style>
