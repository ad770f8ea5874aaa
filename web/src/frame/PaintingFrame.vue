<script setup lang="ts">
/** The frame round every stage of a painting: horizon, rail, margin, foot. */
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Begin } from "@/api/client";
import { useTable } from "@/api/store";
import { useMixes } from "@/stages/mixes/mixes";
import BriefForm from "./BriefForm.vue";
import DepthRail from "./DepthRail.vue";
import FootLine from "./FootLine.vue";
import GlossarySheet from "./GlossarySheet.vue";
import HorizonLine from "./HorizonLine.vue";
import { isWriting, useKeys } from "./keys";
import KeysSheet from "./KeysSheet.vue";
import NoticeLine from "./NoticeLine.vue";
import OnlyPicture from "./OnlyPicture.vue";
import { STAGES } from "./stages";

const table = useTable();
const route = useRoute();
const router = useRouter();
const keysOpen = ref(false);
const briefOpen = ref(false);
const wordsOpen = ref(false);
const onlyPicture = ref(false);
const id = computed(() => Number(route.params.id));

watch(
  id,
  async (wanted) => {
    if (!Number.isFinite(wanted)) return;
    await table.loadChoices().catch(() => undefined);
    await table.open(wanted);
  },
  { immediate: true },
);
watch([() => route.name, () => table.painting?.brief.title], () => {
  const stage = STAGES.find((each) => each.key === route.name);
  document.title = `${table.painting?.brief.title ?? "Painting"}, ${stage?.name.toLowerCase() ?? ""} · Kind Distance`;
  table.news = "";
});

const hasPhoto = computed(() => Boolean(table.painting?.sources.some((each) => each.main)));
const start = computed<Begin | undefined>(() => {
  const brief = table.painting?.brief;
  return brief && { ...brief, school: brief.school };
});

async function saveBrief(brief: Begin, work: Record<string, string | null> | null): Promise<void> {
  const { school, ...rest } = brief;
  const made = await table.change({ action: "set_brief", ...rest, ...work, school: school ?? undefined });
  if (made) briefOpen.value = false;
}

const mixes = useMixes();
/**
 * Recipes are found apart from the painting: at once where they are seen, elsewhere when the painter pauses, since their
 * judgements count on the line.
 */
const PAUSE_MS = 1200;
const SHOWS_MIXES = ["mixes", "passes", "sessions", "easel"];
let pausing = 0;
watch(
  [() => table.painting?.mark, () => route.name],
  () => {
    window.clearTimeout(pausing);
    const wait = SHOWS_MIXES.includes(String(route.name)) ? 0 : PAUSE_MS;
    pausing = window.setTimeout(() => void mixes.load(), wait);
  },
  { immediate: true },
);
onBeforeUnmount(() => window.clearTimeout(pausing));
/** On a narrow window the rail is folded where the stage names its planes itself, until the painter says otherwise. */
const NARROW_PX = 900;
const NAMES_ITSELF = ["sessions", "passes", "mixes", "sources", "easel", "log"];
const railKept = ref<string | null>(localStorage.getItem("rail"));
const folded = computed(
  () =>
    window.innerWidth <= NARROW_PX &&
    (railKept.value === null ? NAMES_ITSELF.includes(String(route.name)) : railKept.value === "folded"),
);
function foldRail(): void {
  railKept.value = folded.value ? "open" : "folded";
  localStorage.setItem("rail", railKept.value);
}
/** The desk of the stage, for whoever goes by keyboard. */
function toDesk(): void {
  document.getElementById("desk")?.focus();
}
// Where a stage is left by a key or a link, the focus goes on to the next one instead of falling to the page.
watch(
  () => route.name,
  () =>
    void nextTick(() => {
      if (document.activeElement === document.body) toDesk();
    }),
);

/** Another tab may have changed the painting while this one was left. */
function returned(): void {
  void table.lookAgain();
}
onMounted(() => window.addEventListener("focus", returned));
onBeforeUnmount(() => window.removeEventListener("focus", returned));

function go(way: number): void {
  const at = STAGES.findIndex((each) => each.key === route.name);
  const to = STAGES[at + way];
  if (to) void router.push(`/paintings/${id.value}/${to.key}`);
}

useKeys((event) => {
  if (
    isWriting(event.target) ||
    keysOpen.value ||
    briefOpen.value ||
    wordsOpen.value ||
    onlyPicture.value ||
    table.inDialog
  )
    return;
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z") {
    event.preventDefault();
    void table.step(event.shiftKey ? "redo" : "undo");
  } else if (event.ctrlKey || event.metaKey || event.altKey) return;
  else if (event.key === "?") keysOpen.value = true;
  else if (event.key === "p" && hasPhoto.value) onlyPicture.value = true;
  else if (event.key === "[") go(-1);
  else if (event.key === "]") go(1);
  else if (/^[1-9]$/.test(event.key) && Number(event.key) <= (table.painting?.planes.length ?? 0)) {
    table.plane = Number(event.key);
  }
});
</script>

<template>
  <div class="frame">
    <a class="skip do main" href="#desk" @click.prevent="toDesk">To the work</a>
    <template v-if="table.painting">
      <HorizonLine :painting="table.painting" @brief="briefOpen = true" />
      <NoticeLine
        :problem="briefOpen || table.inDialog ? null : table.problem"
        :again="table.held !== null"
        @again="table.sendAgain"
        @close="table.problem = null"
      />
      <div class="body" :class="{ folded }">
        <DepthRail
          :planes="table.painting.planes"
          :chosen="table.plane"
          :folded="folded"
          @fold="foldRail"
          @choose="(rank) => (table.plane = rank)"
        />
        <router-view v-slot="{ Component }">
          <component :is="Component" class="stage" />
        </router-view>
      </div>
    </template>
    <main v-else-if="table.problem" id="desk" class="waiting" tabindex="-1">
      <h1>{{ table.problem.message }}</h1>
      <p>{{ table.problem.wayOut }}</p>
      <router-link class="do" to="/">Back to the shelf</router-link>
    </main>
    <div v-else class="waiting">
      <p role="status" class="say">Opening the painting…</p>
    </div>
    <FootLine
      :has-photo="hasPhoto"
      @keys="keysOpen = true"
      @words="wordsOpen = true"
      @picture="onlyPicture = true"
    />
    <GlossarySheet v-model="wordsOpen" />
    <OnlyPicture v-model="onlyPicture" />
    <KeysSheet v-model="keysOpen" />
    <v-dialog v-model="briefOpen" width="640" aria-label="The brief">
      <div class="sheet">
        <h1>The brief</h1>
        <NoticeLine :problem="table.problem" @close="table.problem = null" />
        <BriefForm
          v-if="table.choices && start && briefOpen"
          :choices="table.choices"
          :start="start"
          :painting="table.painting?.brief"
          label="Keep"
          @done="saveBrief"
          @cancel="briefOpen = false"
        />
      </div>
    </v-dialog>
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  height: 100vh;
  height: 100dvh;
}
.frame > :deep(.foot) {
  grid-row: 4;
}
.skip {
  position: absolute;
  left: 8px;
  top: -60px;
  z-index: 10;
}
/* Below the horizon line: whoever has it before them may still press what stands there. */
.skip:focus {
  top: 64px;
}
.body {
  grid-row: 3;
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  min-height: 0;
}
.stage {
  min-width: 0;
  min-height: 0;
}
.waiting {
  grid-row: 3;
  padding: 60px;
  display: grid;
  gap: 12px;
  justify-items: start;
  align-content: start;
}
.sheet {
  display: grid;
  gap: 16px;
}
@media (max-width: 900px), (max-height: 560px) {
  .frame {
    height: auto;
    min-height: 100dvh;
  }
  .body {
    grid-template-columns: 54px minmax(0, 1fr);
    align-items: start;
  }
  .body.folded {
    grid-template-columns: 22px minmax(0, 1fr);
  }
  .body > :deep(.rail) {
    position: sticky;
    top: 0;
    max-height: 78dvh;
    height: 78dvh;
  }
  .frame > :deep(.foot) {
    position: sticky;
    bottom: 0;
    z-index: 3;
  }
}
</style>
