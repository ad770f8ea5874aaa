<script setup lang="ts">
/** The photo in two to seven values: adjusted live, read, kept, chosen. */
import { computed, ref, watch } from "vue";
import type { Preview, Thumbnail } from "@/api/client";
import { useTable } from "@/api/store";
import FocusMark from "@/picture/FocusMark.vue";
import ValueScale from "@/picture/ValueScale.vue";
import StageLayout from "../StageLayout.vue";
import FocusLine from "./FocusLine.vue";
import ThumbnailControls, { type Settings } from "./ThumbnailControls.vue";
import ThumbnailWall from "./ThumbnailWall.vue";

const table = useTable();
const settings = ref<Settings>({
  source: 0,
  steps: 4,
  smallest_share: 0.004,
  softness: 0.014,
  even: false,
  cuts: null,
});
const at = ref(0);
const preview = ref<Preview | null>(null);
const photo = ref(false);
const marking = ref(false);
let asking: AbortController | null = null;
let wanted = "";

const sources = computed(() => table.painting?.sources ?? []);
const thumbnails = computed(() => table.painting?.thumbnails ?? []);
const source = computed(() => sources.value.find((each) => each.number === settings.value.source));
const current = computed(() => thumbnails.value.find((each) => each.number === at.value));
const focus = computed(() => table.painting?.brief.focus ?? null);
const changed = computed(() => {
  const kept = current.value;
  if (!kept) return true;
  const now = settings.value;
  return (
    kept.steps !== now.steps ||
    kept.smallest_share !== now.smallest_share ||
    kept.softness !== now.softness ||
    kept.even !== now.even ||
    JSON.stringify(kept.cuts_by_hand ? kept.reading.cuts : null) !== JSON.stringify(now.cuts) ||
    kept.source !== now.source
  );
});

function take(thumbnail: Thumbnail): void {
  at.value = thumbnail.number;
  const { source: from, steps, smallest_share, softness, even } = thumbnail;
  const cuts = thumbnail.cuts_by_hand ? [...thumbnail.reading.cuts] : null;
  settings.value = { source: from, steps, smallest_share, softness, even, cuts };
}

/** Asks for the picture as it would be now; while one is asked for, only the latest wish is kept. */
async function refresh(): Promise<void> {
  if (!source.value) return;
  const key = JSON.stringify([settings.value, focus.value]);
  if (key === wanted) return;
  wanted = key;
  asking?.abort();
  asking = new AbortController();
  try {
    const found = await table.preview({ ...settings.value, signal: asking.signal });
    if (found) preview.value = found;
  } catch (cause) {
    if (!(cause instanceof DOMException)) wanted = "";
  }
}

watch(
  () => table.painting?.id,
  () => {
    at.value = 0;
    preview.value = null;
    wanted = "";
    const first = thumbnails.value.find((each) => each.chosen) ?? thumbnails.value[0];
    if (first) take(first);
    else settings.value.source = (sources.value.find((each) => each.main) ?? sources.value[0])?.number ?? 0;
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
    if (!source.value) settings.value.source = sources.value[0]?.number ?? 0;
  },
);
watch([settings, focus], refresh, { deep: true, immediate: true });

async function mark(x: number, y: number): Promise<void> {
  marking.value = false;
  await table.change({ action: "set_focus", x, y });
}
async function keep(): Promise<void> {
  const before = new Set(thumbnails.value.map((each) => each.number));
  if (await table.change({ action: "keep_thumbnail", ...settings.value, name: "" })) {
    const made = thumbnails.value.find((each) => !before.has(each.number));
    if (made) take(made);
  }
}
async function adjust(): Promise<void> {
  const { steps, smallest_share, softness, even, cuts } = settings.value;
  await table.change({
    action: "set_thumbnail",
    thumbnail: at.value,
    steps,
    smallest_share,
    softness,
    even,
    ...(cuts ? { cuts } : { find_cuts: true }),
  });
}
</script>

<template>
  <StageLayout>
    <div v-if="source" class="values">
      <figure class="picture">
        <img
          :src="photo || !preview ? source.image : preview.image"
          :alt="photo ? 'The photo' : `The photo in ${settings.steps} values`"
          :class="{ crisp: !photo }"
          :style="{ aspectRatio: `${source.width_px} / ${source.height_px}` }"
        />
        <FocusMark
          v-if="source.main && (focus || marking)"
          :focus="focus"
          :aspect="source.width_px / source.height_px"
          :marking="marking"
          @mark="mark"
          @done="marking = false"
        />
        <span class="see">
          <button class="do on-picture" :aria-pressed="photo" @click="photo = !photo">
            {{ photo ? "Values" : "Photo" }}
          </button>
          <button
            v-if="source.main"
            class="do on-picture"
            :aria-pressed="marking"
            @click="marking = !marking"
          >
            {{ marking ? "Press where the eye is to stay" : focus ? "Move the focus" : "Mark the focus" }}
          </button>
        </span>
      </figure>
      <div class="scale">
        <ValueScale
          v-if="preview"
          :reading="preview.reading"
          @cuts="(cuts) => (settings = { ...settings, cuts, even: false })"
        />
      </div>
      <ThumbnailControls
        v-if="table.choices"
        v-model="settings"
        class="controls"
        :sources="sources"
        :limits="table.choices"
        :smallest-said="preview?.smallest_said ?? ''"
        :kept="!changed"
        :current="current?.name ?? ''"
        @keep="keep"
        @adjust="adjust"
      />
      <ThumbnailWall class="below" :thumbnails="thumbnails" :at="at" @take="take" />
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
      <div v-if="preview" class="reading">
        <h2>Reads as {{ preview.reading.effective_shapes.toFixed(1) }} shapes</h2>
        <p>
          Photo from <b>{{ preview.reading.darkest.toFixed(1) }}</b> to
          <b>{{ preview.reading.lightest.toFixed(1) }}</b>, {{ preview.reading.key }} key.
          {{ preview.reading.shapes }} shapes are drawn, the largest holds
          {{ Math.round(100 * preview.reading.largest_share) }} %.
        </p>
      </div>
    </template>
  </StageLayout>
</template>

<style scoped>
.values {
  display: grid;
  grid-template-columns: minmax(0, 640px) minmax(170px, 1fr);
  grid-template-rows: auto auto auto;
  gap: 8px 18px;
}
.picture {
  position: relative;
  align-self: start;
  line-height: 0;
}
.picture img {
  width: 100%;
  max-height: 470px;
  object-fit: contain;
  object-position: left top;
}
.see {
  position: absolute;
  left: 8px;
  bottom: 8px;
  display: flex;
  gap: 8px;
}
.see .do {
  background: var(--shade);
  border-color: #fff;
  color: #fff;
}
.see .do:hover:not(:disabled),
.see .do[aria-pressed="true"] {
  background: #fff;
  color: #111;
}
.scale {
  position: relative;
}
.scale > * {
  position: absolute;
  inset: 0;
}
.controls,
.below {
  grid-column: 1 / -1;
}
.reading {
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
  font-size: 14px;
}
@media (max-width: 900px) {
  .values {
    grid-template-columns: minmax(0, 1fr);
  }
  .scale > * {
    position: static;
    max-height: 400px;
  }
}
</style>
