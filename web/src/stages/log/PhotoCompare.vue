<script setup lang="ts">
/** Photos of the painting in the order they were taken; one is held against the plan as it should look by then. */
import { computed, onBeforeUnmount, ref, shallowRef, watch } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";
import FoldedPart from "@/frame/FoldedPart.vue";
import LiveCamera from "@/frame/LiveCamera.vue";
import PaintingPhoto from "@/frame/PaintingPhoto.vue";
import { vRoving } from "@/look/roving";
import CornersOn from "./CornersOn.vue";
import DriftLadder from "./DriftLadder.vue";
import DriftOverTime from "./DriftOverTime.vue";
import MarksOn from "./MarksOn.vue";
import SurfaceMap from "./SurfaceMap.vue";
import TryColour from "./TryColour.vue";
import { useLog, type Log } from "./log";

const props = defineProps<{
  /** What the log tells. */
  shown: Log;
}>();
const table = useTable();
const log = useLog();
const chosen = ref(0);
const read = shallowRef<Schemas["PhotoReadView"] | null>(null);
const reading = ref(false);
/** Whether the camera of this machine is open. */
const live = ref(false);
/** How far the painting is drawn over the plan, from the left. */
const split = ref(55);
type Way = "beside" | "difference" | "marks" | "surface" | "try" | "corners";
const WAYS: [Way, string][] = [
  ["beside", "Painting and plan"],
  ["difference", "Where they differ"],
  ["marks", "Marks for next time"],
  ["surface", "Dull or glossy places"],
  ["try", "Try a colour"],
  ["corners", "Its corners on the photo"],
];
const way = ref<Way>("beside");
let lookedAt = 0;
watch(
  () => props.shown.photos.map((each) => each.number).join(),
  () => {
    const last = props.shown.photos.at(-1)?.number ?? 0;
    if (!props.shown.photos.some((each) => each.number === chosen.value) || last > chosen.value)
      chosen.value = last;
  },
  { immediate: true },
);
const photo = computed(() => props.shown.photos.find((each) => each.number === chosen.value) ?? null);
watch(
  [chosen, () => table.painting?.mark],
  async ([number], _, onCleanup) => {
    let overtaken = false;
    onCleanup(() => (overtaken = true));
    const painting = table.painting;
    log.judgements = [];
    if (!number || !painting) {
      read.value = null;
      return;
    }
    reading.value = true;
    const path = { painting_id: painting.id, number };
    const made = await content(
      client.GET("/api/paintings/{painting_id}/photos/{number}", { params: { path } }),
    ).catch(() => null);
    if (overtaken) return;
    reading.value = false;
    read.value = made as Schemas["PhotoReadView"] | null;
    log.judgements = made?.judgements ?? [];
    // What drifted most is looked at first.
    const first = made?.judgements[0]?.planes[0];
    if (first && number !== lookedAt) table.plane = first;
    lookedAt = number;
    if (made && (!made.found || made.why_not.startsWith("The painting's corners"))) way.value = "corners";
  },
  { immediate: true },
);
/** Where this photo's pictures are; a detail is taken where one looks first. */
const at = computed(() => `/api/paintings/${table.painting?.id}/photos/${chosen.value}`);
const detail = computed(() => `x=${props.shown.closer.x}&y=${props.shown.closer.y}`);
/** Shows the photos one after the other, the oldest first; the newest one stays. */
const playing = ref(false);
const EACH_MS = 900;
let timer = 0;
function stop(): void {
  window.clearTimeout(timer);
  playing.value = false;
}
function play(): void {
  if (playing.value) {
    stop();
    return;
  }
  const photos = props.shown.photos.map((each) => each.number);
  playing.value = true;
  way.value = "beside";
  split.value = 100;
  const show = (index: number): void => {
    chosen.value = photos[index] ?? chosen.value;
    if (index + 1 < photos.length) timer = window.setTimeout(() => show(index + 1), EACH_MS);
    else playing.value = false;
  };
  show(0);
}
onBeforeUnmount(stop);
async function standIn(): Promise<void> {
  await table.photograph();
}
async function setCorners(corners: [number, number][] | null): Promise<void> {
  if (await log.press({ action: "set_corners", source: chosen.value, corners })) way.value = "beside";
}
</script>

<template>
  <section aria-label="Photos of the painting" class="photos">
    <div v-if="photo && read" class="compare">
      <figure class="hung">
        <CornersOn
          v-if="way === 'corners'"
          :image="photo.image"
          :corners="read.corners"
          :by-hand="read.by_hand"
          @keep="setCorners"
          @find="setCorners(null)"
        />
        <MarksOn
          v-else-if="way === 'marks' && read.found"
          :photo="photo.number"
          :flat="read.flat"
          :marks="shown.to_mend"
        />
        <SurfaceMap
          v-else-if="way === 'surface' && read.found"
          :photo="photo.number"
          :flat="read.flat"
          :shown="shown"
        />
        <TryColour v-else-if="way === 'try' && read.found" :photo="photo.number" :flat="read.flat" />
        <img
          v-else-if="way === 'difference'"
          class="flat"
          :src="read.difference"
          alt="Grey where it is as planned, dark where it is darker, light where it is lighter"
        />
        <div v-else class="beside">
          <img :src="read.planned" alt="The plan, as it should look by then" />
          <img
            :src="read.flat"
            alt="The painting, flat and in its own light"
            :style="{ clipPath: `inset(0 ${100 - split}% 0 0)` }"
          />
          <i :style="{ left: `${split}%` }" aria-hidden="true" />
          <span class="tag left">painting, {{ photo.taken_said || photo.name }}</span>
          <span class="tag right">the plan, as it should look then</span>
        </div>
        <input
          v-if="way === 'beside'"
          v-model.number="split"
          type="range"
          min="0"
          max="100"
          aria-label="How far the painting lies over the plan"
        />
        <figcaption v-roving role="group" aria-label="What is shown">
          <button
            v-for="[key, said] in WAYS"
            :key="key"
            class="do quiet"
            :aria-pressed="way === key"
            @click="way = key"
          >
            {{ said }}
          </button>
        </figcaption>
      </figure>
      <div>
        <DriftLadder
          v-if="read.drifts.length"
          :drifts="read.drifts"
          :chosen="table.plane"
          @choose="(rank) => (table.plane = rank)"
        />
        <p v-if="read.why_not" role="status">{{ read.why_not }}</p>
        <FoldedPart
          v-if="read.checks.length"
          title="Photo or what you see?"
          :said="read.aside ? 'set aside' : ''"
        >
          <ul class="checks">
            <li v-for="each in read.checks" :key="each">{{ each }}</li>
          </ul>
          <button
            class="do"
            :aria-pressed="read.aside"
            @click="log.press({ action: 'set_photo_aside', source: photo.number, aside: !read.aside })"
          >
            What I see counts, not this photo
          </button>
        </FoldedPart>
        <p v-if="read.found" class="give">
          Straight and in even light:
          <a class="do quiet" :href="`${at}/even.png`" download>the whole</a>
          <a class="do quiet" :href="`${at}/even.png?${detail}`" download>a detail</a>
        </p>
      </div>
    </div>
    <p v-else-if="reading" role="status" class="say">Reading the photo…</p>
    <h2>The film</h2>
    <p v-if="shown.photos.length > 1">
      <button class="do" :aria-pressed="playing" @click="play">{{ playing ? "Stop" : "Play it" }}</button>
    </p>
    <ul v-roving class="film">
      <li v-for="each in shown.photos" :key="each.number">
        <button :aria-pressed="chosen === each.number" @click="chosen = each.number">
          <img :src="each.image" :alt="each.name" /><span>{{ each.name }}</span>
        </button>
      </li>
      <li>
        <PaintingPhoto class="new">a new photo</PaintingPhoto>
        <button class="do quiet" @click="live = true">By this machine's camera</button>
        <button class="do quiet" @click="standIn">Or try the camera that stands in</button>
      </li>
    </ul>
    <FoldedPart v-if="shown.photos.length > 1" title="How the planes drifted" said="from photo to photo">
      <DriftOverTime :photos="shown.photos.length" />
    </FoldedPart>
    <v-dialog v-model="live" width="760" aria-label="Photograph the painting">
      <LiveCamera v-if="live" @close="live = false" />
    </v-dialog>
    <details v-if="!shown.photos.length" class="hint">
      <summary>How to photograph it</summary>
      <p>
        White round it: its mat, a white board or a margin of white paper. The light from one side, no lamp or
        window shining on it. Straight before it; a little off is straightened. Where photo and painting tell
        you different things, what you see before the painting counts.
      </p>
    </details>
  </section>
</template>

<style scoped>
.photos {
  display: grid;
  gap: 8px;
}
.compare {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(240px, 1fr);
  gap: 20px;
}
.hung {
  padding: 10px;
}
.beside {
  position: relative;
  display: grid;
}
.beside img {
  grid-area: 1 / 1;
  width: 100%;
  display: block;
}
.beside i {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 3px;
  margin-left: -1px;
  background: #fff;
  outline: 1px solid #000;
}
.tag {
  position: absolute;
  bottom: 8px;
  padding: 2px 7px;
  background: var(--shade);
  color: #fff;
  font-size: 14.5px;
}
.tag.left {
  left: 8px;
}
.tag.right {
  right: 8px;
}
.flat {
  width: 100%;
  display: block;
}
input[type="range"] {
  width: 100%;
  accent-color: var(--line);
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
.film {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
.film button:not(.do) {
  display: grid;
  gap: 3px;
  max-width: 150px;
  font-size: 14.5px;
  text-align: left;
}
.film img {
  width: 146px;
  height: 104px;
  object-fit: cover;
  border: 3px solid transparent;
}
.film [aria-pressed="true"] img {
  border-color: var(--line);
}
.film [aria-pressed="true"] {
  font-weight: 700;
}
.new {
  display: grid;
  place-items: center;
  width: 146px;
  height: 104px;
  border: 1.5px dashed var(--line);
  cursor: pointer;
}
.checks {
  padding-left: 1.2em;
}
.give {
  padding-top: 8px;
}
.hint {
  max-width: 62ch;
}
.hint summary {
  min-height: 30px;
  cursor: pointer;
}
@media (max-width: 760px) {
  .compare {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
