<script setup lang="ts">
/** The score: passes placed in painting sessions so that every drying wait holds; each says why it stands there. */
import { computed, ref, watch } from "vue";
import type { Session } from "@/api/client";
import { useFollowing } from "@/api/following";
import { useTable } from "@/api/store";
import { useMixes } from "@/stages/mixes/mixes";
import PrintPreview from "@/frame/PrintPreview.vue";
import { slack, type Slack } from "@/api/tries";
import StageLayout from "../StageLayout.vue";
import BeforeYouGo from "./BeforeYouGo.vue";
import KitList from "./KitList.vue";
import PlacementDetail from "./PlacementDetail.vue";
import ScoreChart from "./ScoreChart.vue";
import ScoreMonths from "./ScoreMonths.vue";
import SessionForm from "./SessionForm.vue";
import PlanOffers from "./PlanOffers.vue";
import ReadyBy from "./ReadyBy.vue";
import SessionMilestones from "./SessionMilestones.vue";
import { vRoving } from "@/look/roving";

const table = useTable();
const mixes = useMixes();
type Zoom = "months" | "sessions" | "close";
const ZOOMS: [Zoom, string][] = [
  ["months", "Weeks and months"],
  ["sessions", "All sessions"],
  ["close", "One session"],
];
/** On a narrow window one session fills the width. */
const NARROW_PX = 600;
const zoom = ref<Zoom>(window.innerWidth < NARROW_PX ? "close" : "sessions");
/** What the end of the plan hangs on; asked for apart, since it weighs every pass against all later ones. */
const slacks = useFollowing<Slack[]>(slack, []);
const critical = computed(
  () => new Set(slacks.value.filter((each) => each.critical).map((each) => each.number)),
);
const printing = ref<"sheet" | "plan" | "kit" | null>(null);
const editing = ref<Session | "new" | null>(null);
const work = computed(() => table.painting?.work);
const placement = computed(() => work.value?.placements.find((each) => each.number === table.pass));
watch(
  () => work.value?.placements,
  (placed) => {
    if (placed?.length && !placed.some((each) => each.number === table.pass)) {
      table.pass = (placed.find((each) => !each.done) ?? placed[0])?.number ?? 0;
    }
  },
  { immediate: true },
);
watch(editing, (now) => {
  table.inDialog = now !== null;
  table.problem = null;
});
const ready = computed(() => Boolean(work.value?.passes.length));
/** Address of the painting's files. */
const at = computed(() => `/api/paintings/${table.painting?.id}`);
</script>

<template>
  <StageLayout>
    <div v-if="table.painting && work && ready" class="sessions">
      <div v-roving class="deeds" role="group" aria-label="Add, print and export">
        <button v-if="work.sessions.length" class="do main" @click="editing = 'new'">Add a session</button>
        <button class="do" @click="printing = 'sheet'">The sheet for the easel</button>
        <button v-if="work.sessions.length" class="do quiet" @click="printing = 'plan'">
          The whole plan
        </button>
        <v-menu location="bottom end">
          <template #activator="{ props: opens }">
            <button v-bind="opens" class="do quiet">Export…</button>
          </template>
          <ul class="choices">
            <li v-if="work.sessions.length"><a :href="`${at}/sessions.ics`">Sessions, to a calendar</a></li>
            <li v-if="work.sessions.length">
              <a :href="`${at}/field.html`" download>The next session, for a phone (HTML)</a>
            </li>
            <li><a :href="`${at}/passes.csv`">Passes, as a table</a></li>
            <li><a :href="`${at}/document.zip`">All of it, to give away (ZIP)</a></li>
          </ul>
        </v-menu>
      </div>
      <div v-if="work.sessions.length" class="deeds">
        <div v-roving class="zoom" role="group" aria-label="How close">
          <button
            v-for="[key, said] in ZOOMS"
            :key="key"
            class="do quiet"
            :aria-pressed="zoom === key"
            @click="zoom = key"
          >
            {{ said }}
          </button>
        </div>
        <span class="sum"
          >{{ work.passes.length }} passes, {{ work.cost.painting_said }} of painting in
          {{ work.sessions.length }} {{ work.sessions.length === 1 ? "session" : "sessions"
          }}<template v-if="mixes.remixesSaid"> · {{ mixes.remixesSaid }}</template></span
        >
      </div>
      <ScoreMonths
        v-if="work.sessions.length && zoom === 'months'"
        :planes="table.painting.planes"
        :work="work"
        :chosen="table.pass"
        @choose="(number) => (table.pass = number)"
      />
      <ScoreChart
        v-else-if="work.sessions.length"
        :close="zoom === 'close'"
        :critical="critical"
        :planes="table.painting.planes"
        :work="work"
        :chosen="table.pass"
        @choose="(number) => (table.pass = number)"
        @session="(session) => (editing = session)"
      />
      <div v-else class="empty">
        <h2>When will you paint?</h2>
        <p>
          {{ work.cost.painting_said }} of painting wait for a place. Add a session with its air: how warm and
          how damp decides how long each layer dries, and so what can stand in it.
        </p>
        <button class="do main" @click="editing = 'new'">Add a session</button>
      </div>
    </div>
    <div v-else class="empty">
      <h2>First the planes</h2>
      <p>Sessions hold passes, and passes follow from the planes.</p>
      <router-link class="do main" :to="`/paintings/${table.painting?.id}/planes`">To the planes</router-link>
    </div>
    <v-dialog
      :model-value="editing !== null"
      width="560"
      aria-label="Session"
      @update:model-value="editing = null"
    >
      <div class="sheet">
        <SessionForm
          v-if="editing"
          :session="editing === 'new' ? null : editing"
          :last="work?.sessions.at(-1) ?? null"
          @close="editing = null"
        />
      </div>
    </v-dialog>
    <PrintPreview v-model="printing" />
    <template #margin>
      <PlacementDetail
        v-if="placement"
        :placement="placement"
        :slack="slacks.find((each) => each.number === placement?.number)?.said ?? ''"
      />
    </template>
    <template #after>
      <BeforeYouGo v-if="work" :sessions="work.sessions" />
      <KitList v-if="work?.sessions.length" @print="printing = 'kit'" />
      <PlanOffers v-if="work?.sessions.length" />
      <ReadyBy v-if="work?.sessions.length" :work="work" />
      <SessionMilestones v-if="work" :work="work" />
    </template>
  </StageLayout>
</template>

<style scoped>
.sessions {
  display: grid;
  gap: 10px;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.zoom {
  display: flex;
  gap: 10px;
}
.sum {
  color: var(--ink2);
  font-size: 15px;
}
</style>
