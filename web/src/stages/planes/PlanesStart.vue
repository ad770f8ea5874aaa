<script setup lang="ts">
/** The beginning: a photo first, then how many planes. */
import { computed, ref } from "vue";
import { useTable } from "@/api/store";

defineProps<{
  /** Whether there is a photo to mark planes on. */
  hasPhoto: boolean;
}>();
const table = useTable();
const count = ref(4);
const picture = computed(() => table.painting?.sources.find((each) => each.main)?.image ?? "");
const COUNTS = [2, 3, 4, 5, 6, 7, 8, 9];
</script>

<template>
  <div v-if="!hasPhoto" class="empty">
    <h2>First a photo</h2>
    <p>Planes are marked on a photo of the place. Bring one, then come back.</p>
    <router-link class="do main" :to="`/paintings/${table.painting?.id}/sources`">To the sources</router-link>
  </div>
  <div v-else class="start">
    <img v-if="picture" :src="picture" alt="The photo" />
    <div class="words">
      <h2>How many distances are there?</h2>
      <p>
        Count from the sky to what lies at your feet. Three to five are usual. The sky and bands below it are
        proposed as a start; a stroke in each plane puts them right.
      </p>
      <p class="counts" role="group" aria-label="Number of planes">
        <button
          v-for="each in COUNTS"
          :key="each"
          class="do"
          :aria-pressed="count === each"
          @click="count = each"
        >
          {{ each }}
        </button>
      </p>
      <button class="do main" @click="table.change({ action: 'propose_planes', count })">
        Propose {{ count }} planes
      </button>
    </div>
  </div>
</template>

<style scoped>
.start {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}
.start img {
  width: 100%;
  max-height: 70vh;
  object-fit: contain;
  object-position: left top;
}
.words h2 {
  font:
    500 21px/1.2 "Alegreya",
    serif;
  margin-bottom: 6px;
}
@media (max-width: 900px) {
  .start {
    grid-template-columns: minmax(0, 1fr);
  }
}
.counts {
  margin-top: 12px;
}
.counts .do {
  margin: 0 -1.5px 0 0;
  min-width: 38px;
}
</style>
