<script setup lang="ts">
/** The shelf: all paintings as strips in their own proportions, and what is next for each. */
import { computed, onMounted, ref, watch } from "vue";
import { useIntersectionObserver, watchDebounced } from "@vueuse/core";
import { useRouter } from "vue-router";
import type { Begin, Strip } from "@/api/client";
import { useShelf } from "@/api/shelf";
import { useTable } from "@/api/store";
import { practiceDeclined } from "@/frame/exercises";
import BriefForm from "@/frame/BriefForm.vue";
import HintTip from "@/frame/HintTip.vue";
import IncomingFiles from "@/frame/IncomingFiles.vue";
import NoticeLine from "@/frame/NoticeLine.vue";
import WallChoice from "@/frame/WallChoice.vue";
import FailedTests from "./FailedTests.vue";
import FinishedWorks from "./FinishedWorks.vue";
import KeepSheet from "./KeepSheet.vue";
import LaterIdeas from "./LaterIdeas.vue";
import ShelfStrip from "./ShelfStrip.vue";
import TakePart from "./TakePart.vue";

/** Address of the picture of the sample. */
const SAMPLE = "/api/sample.jpg";
const shelf = useShelf();
const table = useTable();
const router = useRouter();
const beginning = ref(false);
const showBin = ref(false);
const showFinished = ref(false);
const sharing = ref(false);
/** Practice that was declined is not offered again; its address still works. */
const declined = practiceDeclined();
const keeping = ref<Strip | null>(null);
const over = ref(false);
const usual = ref<Begin | null>(null);
const wanted = ref("");
const order = ref<"changed" | "title" | "progress">("changed");
const found = computed(() => shelf.strips ?? []);
watchDebounced([wanted, order], () => shelf.seek(wanted.value, order.value), { debounce: 200 });
/** The next page comes when the end of the list comes into view. */
const end = ref<HTMLElement | null>(null);
useIntersectionObserver(end, ([seen]) => {
  if (seen?.isIntersecting) void shelf.more();
});
const camera = ref<HTMLInputElement | null>(null);
const chooser = ref<HTMLInputElement | null>(null);

onMounted(async () => {
  document.title = "Shelf · Kind Distance";
  await Promise.all([shelf.load(), table.loadChoices().catch(() => undefined)]);
});
watch(beginning, () => (shelf.problem = null));

/** Begins with a photo: straight to its planes, the pen in hand. */
async function beginWith(file: File | undefined): Promise<void> {
  if (!file) return;
  const id = await shelf.beginWith(file);
  if (id === null) return;
  table.pointing = { action: "mark_plane", arguments: { plane: 1 } };
  await router.push(`/paintings/${id}/planes`);
}
function photo(event: Event): void {
  const field = event.target as HTMLInputElement;
  void beginWith(field.files?.[0]);
  field.value = "";
}
async function sample(): Promise<void> {
  const id = await shelf.addSample();
  if (id !== null) await router.push(`/paintings/${id}/planes`);
}
async function ask(): Promise<void> {
  usual.value = await shelf.usual();
  beginning.value = true;
}

async function begin(wanted: Begin): Promise<void> {
  const id = await shelf.begin(wanted);
  if (id === null) return;
  beginning.value = false;
  await router.push(`/paintings/${id}/sources`);
}

/** Brings paintings in, one after the other; a single one is opened, several are left on the shelf. */
async function bring(list: FileList | null | undefined): Promise<void> {
  const files = [...(list ?? [])];
  const brought: number[] = [];
  for (const file of files) {
    const id = await shelf.bring(file);
    if (id === null) break;
    brought.push(id);
  }
  if (files.length === 1 && brought.length) {
    await router.push(`/paintings/${brought[0]}/planes`);
  } else if (brought.length) {
    // What is told of the one that was refused stays.
    const told = shelf.problem;
    await shelf.load();
    shelf.problem = told;
  }
}
function choose(event: Event): void {
  const field = event.target as HTMLInputElement;
  void bring(field.files);
  field.value = "";
}
function drop(event: DragEvent): void {
  over.value = false;
  const files = event.dataTransfer?.files;
  const first = files?.[0];
  if (first && !/\.(zip|json)$/i.test(first.name)) void beginWith(first);
  else void bring(files);
}
</script>

<template>
  <div
    class="shelf"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="drop"
  >
    <header class="sky">
      <div>
        <h1>Shelf</h1>
        <p class="say" role="status">
          {{
            shelf.news ||
            (shelf.counts.standing
              ? `${shelf.counts.standing} ${shelf.counts.standing === 1 ? "painting" : "paintings"} in work`
              : "Nothing in work yet")
          }}
        </p>
      </div>
      <div class="deeds">
        <input
          ref="chooser"
          class="hidden-label"
          type="file"
          multiple
          accept=".zip,.json"
          aria-label="Choose a painting's file"
          tabindex="-1"
          @change="choose"
        />
        <input
          ref="camera"
          class="hidden-label"
          type="file"
          accept="image/*,.heic,.heif,.tif,.tiff"
          aria-label="Choose a photo to begin with"
          tabindex="-1"
          @change="photo"
        />
        <button class="do main" @click="camera?.click()">Begin with a photo</button>
        <button class="do" @click="ask">New painting</button>
        <button class="do" @click="chooser?.click()">Import a painting</button>
        <button
          v-if="shelf.counts.finished"
          class="do"
          :aria-pressed="showFinished"
          @click="[showFinished, showBin] = [!showFinished, false]"
        >
          Finished {{ shelf.counts.finished }}
        </button>
        <button
          v-if="shelf.counts.binned || showBin"
          class="do"
          :aria-pressed="showBin"
          @click="[showBin, showFinished] = [!showBin, false]"
        >
          Bin {{ shelf.counts.binned }}
        </button>
      </div>
    </header>
    <NoticeLine :problem="beginning ? null : shelf.problem" @close="shelf.problem = null" />
    <main class="strips">
      <IncomingFiles :files="shelf.incoming" reading="putting it on the shelf" />
      <FinishedWorks v-if="showFinished" />
      <template v-else-if="!showBin">
        <p v-if="shelf.counts.standing > 2" class="find">
          <label>Find <input v-model="wanted" class="field" placeholder="a word" maxlength="60" /></label>
          <label
            >in order of
            <select v-model="order" class="field">
              <option value="changed">the last change</option>
              <option value="title">title</option>
              <option value="progress">how far they are</option>
            </select></label
          >
          <span v-if="wanted && !found.length" role="status">No painting holds that word.</span>
        </p>
        <ShelfStrip
          v-for="strip in found"
          :key="strip.id"
          :strip="strip"
          @duplicate="shelf.duplicate(strip.id)"
          @keep="keeping = strip"
          @bin="shelf.move(strip.id, 'bin', strip.title)"
        />
        <p v-if="found.length < shelf.counts.found" ref="end" class="more">
          <button class="do" @click="shelf.more()">Show more of {{ shelf.counts.found }} paintings</button>
        </p>
        <div v-if="shelf.strips && !shelf.counts.standing" class="first">
          <div class="empty">
            <h2>Begin with a photo of the place</h2>
            <p>
              Drop it anywhere here. One stroke in each distance parts the sky from the hills and the hills
              from what lies at your feet; values, passes and sessions follow from that, and everything can be
              changed later.
            </p>
            <div class="deeds">
              <button class="do main" @click="camera?.click()">Begin with a photo</button>
              <button class="do" @click="sample">Open a sample to play with</button>
            </div>
          </div>
          <button class="sample hung" @click="sample">
            <img :src="SAMPLE" alt="" />
            <span class="say"
              >A made-up hillside, planned from sky to path. Open it and change what you like.</span
            >
          </button>
        </div>
      </template>
      <template v-else>
        <ShelfStrip
          v-for="strip in shelf.binned"
          :key="strip.id"
          :strip="strip"
          @take-back="shelf.move(strip.id, 'shelf', strip.title)"
          @delete="shelf.deleteForGood(strip.id, strip.title)"
        />
        <p v-if="!shelf.binned.length" class="empty">The bin is empty.</p>
      </template>
      <LaterIdeas v-if="!showBin && !showFinished" />
      <FailedTests v-if="!showFinished" />
    </main>
    <footer class="foot">
      <span class="say">Kept in one file on this machine. {{ shelf.backup.said }}</span>
      <a class="do quiet" href="/api/backup/paintings.sqlite" download
        >Save a backup<HintTip
          :text="`All paintings in one file, as they are now; kind-distance restore brings it back. One a day is made by itself${shelf.backup.folder ? `, in ${shelf.backup.folder}` : ''}.`"
      /></a>
      <router-link v-if="!declined" class="do quiet" to="/practice">Practice</router-link>
      <button class="do quiet" @click="sharing = true">Phone or tablet</button>
      <WallChoice />
    </footer>
    <v-dialog v-model="sharing" width="640" aria-label="Phone or tablet">
      <TakePart v-if="sharing" @close="sharing = false" />
    </v-dialog>
    <v-dialog
      :model-value="keeping !== null"
      width="640"
      aria-label="The painting in a file"
      @update:model-value="keeping = null"
    >
      <KeepSheet v-if="keeping" :strip="keeping" @close="keeping = null" />
    </v-dialog>
    <v-dialog v-model="beginning" width="640" aria-label="New painting">
      <div class="sheet">
        <h1>New painting</h1>
        <NoticeLine :problem="shelf.problem" @close="shelf.problem = null" />
        <BriefForm
          v-if="table.choices"
          :choices="table.choices"
          :usual="usual"
          label="Put it on the shelf"
          @done="begin"
          @cancel="beginning = false"
        />
      </div>
    </v-dialog>
  </div>
</template>

<style scoped>
.shelf {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  height: 100dvh;
}
.sky {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 20px;
  min-height: 62px;
  padding: 0 20px;
  border-bottom: 2px solid var(--line);
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.deeds .do {
  min-height: 36px;
}
.strips {
  grid-row: 3;
  overflow-y: auto;
  padding: 0 20px;
}
.foot {
  grid-row: 4;
  display: flex;
  flex-wrap: wrap;
  gap: 0 20px;
  align-items: center;
  min-height: 34px;
  padding: 0 20px;
  border-top: 1px solid var(--hair);
  color: var(--ink2);
  font-size: 14.5px;
}
.foot .say {
  margin-right: auto;
  font-size: 14.5px;
}
.find {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  padding: 12px 0 0;
}
.more {
  padding: 18px 0;
}
.first {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr);
  gap: 30px;
  padding: 24px 0;
}
.first .empty {
  padding: 0;
}
.sample {
  display: grid;
  gap: 10px;
  padding: 18px;
  text-align: left;
}
.sample img {
  width: 100%;
  max-height: 56vh;
  object-fit: cover;
}
.sheet {
  display: grid;
  gap: 16px;
}
@media (max-width: 900px) {
  .first {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 900px), (max-height: 560px) {
  .shelf {
    height: auto;
    min-height: 100dvh;
  }
  .sky,
  .strips,
  .foot {
    padding: 8px 12px;
  }
}
</style>
