<script setup lang="ts">
/** How the painting builds: the picture after each pass, to be scrubbed through, two stages side by side. */
import { computed, onBeforeUnmount, ref, shallowRef, watch } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";

type Build = Schemas["BuildView"];
const table = useTable();
const open = ref(false);
const build = shallowRef<Build | null>(null);
const told = shallowRef<Schemas["BuildToldView"] | null>(null);
const at = ref(0);
/** The stage that is held beside the other: it stays, whatever ground is tried next. */
interface Held {
  image: string;
  said: string;
  caption: string;
}
const held = shallowRef<Held | null>(null);
/** Another ground that is tried; empty for the planned one. */
const ground = ref("");
const ready = ref(0);
const problem = ref("");
let run = 0;

const stages = computed(() => build.value?.stages ?? []);
const now = computed(() => stages.value[at.value]);
const grounds = computed(() => table.choices?.grounds ?? []);
const onGround = computed(() => {
  const tried = grounds.value.find((each) => each.key === ground.value);
  return tried ? `, on ${tried.name.toLowerCase()}` : "";
});
const caption = computed(
  () =>
    `${at.value === 0 ? "Before any" : `After ${at.value} of ${stages.value.length - 1}`}${onGround.value}`,
);
function exported(kind: string): string {
  return `/api/paintings/${table.painting?.id}/build.${kind}?ground=${ground.value}`;
}
/** The ground that was tried becomes the planned one. */
async function takeGround(): Promise<void> {
  if (await table.change({ action: "set_brief", ground: ground.value })) ground.value = "";
}

/** Fetches the stages one after the other: the server works each out from the one before. */
async function load(): Promise<void> {
  const painting = table.painting;
  if (!painting || !open.value) return;
  const mine = ++run;
  told.value = null;
  problem.value = "";
  const path = { painting_id: painting.id };
  const query = { ground: ground.value };
  const found = await content(
    client.GET("/api/paintings/{painting_id}/build", { params: { path, query } }),
  ).catch((cause: Error) => {
    problem.value = cause.message;
    return null;
  });
  if (!found || mine !== run) return;
  build.value = found;
  // It opens at the pass that is looked at, else at the end.
  const chosen = found.stages.findIndex((each) => each.number !== null && each.number === table.pass);
  if (at.value === 0 || at.value >= found.stages.length)
    at.value = chosen > 0 ? chosen : found.stages.length - 1;
  ready.value = 0;
  for (const stage of found.stages) {
    const picture = new Image();
    picture.src = stage.image;
    await picture.decode().catch(() => undefined);
    if (mine !== run) return;
    ready.value += 1;
  }
  const said = await content(
    client.GET("/api/paintings/{painting_id}/build/told", { params: { path, query } }),
  ).catch(() => null);
  if (mine === run) told.value = said;
}
watch([open, ground, () => table.painting?.mark], () => void load());
onBeforeUnmount(() => (run += 1));

function stop(): void {
  run += 1;
  open.value = false;
}
function hold(): void {
  held.value =
    held.value === null && now.value
      ? { image: now.value.image, said: now.value.said, caption: caption.value }
      : null;
}
/** The pass to which one scrubs is the chosen one everywhere. */
function scrubbed(): void {
  if (now.value?.number) table.pass = now.value.number;
}
watch(
  () => table.pass,
  (number) => {
    const place = stages.value.findIndex((each) => each.number === number);
    if (place > 0) at.value = place;
  },
);
</script>

<template>
  <section class="build" aria-label="How it builds">
    <div class="head">
      <h2>How it builds</h2>
      <button v-if="!open" class="do" @click="open = true">Show the build</button>
      <template v-else>
        <span v-if="ready < stages.length" role="status"
          >{{ ready }} of {{ stages.length }} stages
          <progress :value="ready" :max="stages.length" aria-label="Stages worked out" />
          <button class="do quiet" @click="stop">Stop</button></span
        >
        <template v-else-if="build">
          <button class="do quiet" @click="hold">
            {{ held === null ? "Hold this stage beside" : "Let the other go" }}
          </button>
          <a class="do quiet" :href="exported('webp')" download>Export the film</a
          ><a class="do quiet" :href="exported('zip')" download>as pictures</a
          ><a class="do quiet" :href="exported('pdf')" target="_blank">Print six stages</a>
        </template>
      </template>
    </div>
    <p v-if="problem">{{ problem }}</p>
    <template v-if="open && build && now">
      <p>
        <label
          >On the ground
          <select v-model="ground" class="field">
            <option value="">as planned</option>
            <option v-for="each in grounds" :key="each.key" :value="each.key">
              {{ each.name.toLowerCase() }}
            </option>
          </select></label
        >
        <button v-if="ground" class="do quiet" @click="takeGround">Take this ground</button>
      </p>
      <div class="pictures hung" :class="{ two: held }">
        <figure v-if="held">
          <img :src="held.image" :alt="`After ${held.said}`" :width="build.width" :height="build.height" />
          <figcaption>{{ held.caption }}: {{ held.said }}</figcaption>
        </figure>
        <figure>
          <img :src="now.image" :alt="`After ${now.said}`" :width="build.width" :height="build.height" />
          <figcaption>{{ caption }}: {{ now.said }}</figcaption>
        </figure>
      </div>
      <label class="scrub"
        ><span class="hidden-label">Stage</span>
        <input
          v-model.number="at"
          @input="scrubbed"
          type="range"
          min="0"
          :max="stages.length - 1"
          step="1"
          :aria-valuetext="now.said"
      /></label>
      <p v-if="told">
        <template v-if="told.off_plan.length"
          >Later films move values: {{ told.off_plan.join("; ") }}. Nothing is made up for in silence.
        </template>
        <template v-else>Every plane comes to stand where it was planned. </template>{{ told.bare_said }}
      </p>
    </template>
    <p v-else-if="open && !problem" role="status" class="say">Working the first stage out…</p>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 16px;
}
.pictures {
  display: grid;
  gap: 10px;
  padding: 10px;
  margin-top: 6px;
  justify-items: center;
}
.two {
  grid-template-columns: 1fr 1fr;
}
img {
  display: block;
  width: 100%;
  height: auto;
  max-height: 52vh;
  object-fit: contain;
}
figcaption {
  padding-top: 4px;
  font-size: 15px;
}
.scrub input {
  width: 100%;
  height: 34px;
  accent-color: var(--ink);
}
p {
  font-size: 15px;
}
progress {
  width: 120px;
  accent-color: var(--ink);
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 900px), (pointer: coarse) {
  .scrub input,
  .do {
    min-height: 44px;
  }
}
</style>
