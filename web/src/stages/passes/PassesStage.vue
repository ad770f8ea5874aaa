<script setup lang="ts">
/** The passes this painting needs, in the painter's order, what each waits for, and what other orders would cost. */
import { computed, watch } from "vue";
import { useTable } from "@/api/store";
import { useMixes } from "../mixes/mixes";
import StageLayout from "../StageLayout.vue";
import BuildFilm from "../mixes/BuildFilm.vue";
import AddPass from "./AddPass.vue";
import PassDetail from "./PassDetail.vue";
import PassList from "./PassList.vue";
import PassPicture from "./PassPicture.vue";
import SchoolOffers from "./SchoolOffers.vue";
import WantedList from "./WantedList.vue";

const table = useTable();
const mixes = useMixes();
const source = computed(() => table.painting?.sources.find((each) => each.main));
const work = computed(() => table.painting?.work);
watch(
  () => work.value?.passes,
  (passes) => {
    if (passes?.length && !passes.some((each) => each.number === table.pass)) {
      table.pass = (passes.find((each) => !each.done) ?? passes[0])?.number ?? 0;
    }
  },
  { immediate: true },
);
</script>

<template>
  <StageLayout>
    <div v-if="table.painting && work?.passes.length" class="passes">
      <p class="cost">
        <b>{{ work.passes.length }} passes</b>, {{ work.cost.painting_said }} of painting · to cut round:
        {{ work.cost.cut_round_said }} ·
        <template v-if="mixes.remixesSaid">{{ mixes.remixesSaid }} · </template> {{ work.cost.wait_said }} of
        waiting {{ work.sessions.length ? "in your sessions" : "if painted without a break" }}.
        <template v-if="table.painting.brief.passes_by_hand">
          The order is your own.
          <button class="do quiet" @click="table.change({ action: 'derive_passes' })">
            Rebuild the list
          </button>
        </template>
      </p>
      <div class="two">
        <div>
          <PassList
            :planes="table.painting.planes"
            :passes="work.passes"
            :chosen="table.pass"
            @choose="(number) => (table.pass = number)"
          />
          <AddPass />
          <p v-if="work.pace" class="cost">
            {{ work.pace.said }}
            <button class="do quiet" @click="table.change({ action: 'take_own_pace' })">
              Use my own speed
            </button>
          </p>
          <WantedList :work="work" />
        </div>
        <div class="seen">
          <PassPicture
            v-if="source"
            :source="source"
            :planes="table.painting.planes"
            :outlines="table.outlines"
            :pass="table.chosenPass"
          />
          <BuildFilm v-if="source" />
          <SchoolOffers :chosen="table.painting.brief.school" />
        </div>
      </div>
    </div>
    <div v-else class="empty">
      <h2>First the planes</h2>
      <p>What has to be painted, and in which order, follows from the planes and where they meet.</p>
      <router-link class="do main" :to="`/paintings/${table.painting?.id}/planes`">To the planes</router-link>
    </div>
    <template #margin>
      <PassDetail v-if="table.chosenPass" :pass="table.chosenPass" />
    </template>
  </StageLayout>
</template>

<style scoped>
.cost {
  margin: 8px 0 10px;
  font-size: 15px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 26px;
  align-items: start;
}
.seen {
  position: sticky;
  top: 0;
  display: grid;
  gap: 16px;
}
@media (max-width: 1100px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
