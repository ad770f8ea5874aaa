<script setup lang="ts">
/** How painters use this stage, in three steps, with pictures of the sample. */
import { computed, watch } from "vue";
import { useRoute } from "vue-router";
import { useTable } from "@/api/store";
import { GUIDE } from "./guide";
import { STAGES } from "./stages";

const PICTURES = import.meta.glob<string>("./guide/*.webp", {
  eager: true,
  query: "?url",
  import: "default",
});
const open = defineModel<boolean>({ required: true });
const table = useTable();
const route = useRoute();
const stage = computed(() => STAGES.find((each) => each.key === route.name));
const steps = computed(() => GUIDE[stage.value?.key ?? ""] ?? []);
watch(open, (now) => (table.inDialog = now));
</script>

<template>
  <v-dialog v-model="open" width="1020" aria-label="How painters use it">
    <article class="sheet guide" tabindex="0">
      <h1>{{ stage?.name }}: how painters use it</h1>
      <ol>
        <li v-for="(step, at) in steps" :key="step.title">
          <div class="words">
            <h2>{{ at + 1 }}. {{ step.title }}</h2>
            <p>{{ step.text }}</p>
          </div>
          <figure v-if="step.picture" class="hung">
            <img :src="PICTURES[`./guide/${step.picture}.webp`]" :alt="step.shows" loading="lazy" />
            <figcaption>{{ step.shows }}</figcaption>
          </figure>
        </li>
      </ol>
      <button class="do main" @click="open = false">Close</button>
    </article>
  </v-dialog>
</template>

<style scoped>
.guide {
  display: grid;
  gap: 18px;
  justify-items: start;
}
ol {
  display: grid;
  gap: 20px;
  width: 100%;
}
li {
  display: grid;
  grid-template-columns: minmax(220px, 2fr) 3fr;
  gap: 8px 26px;
  align-items: start;
}
.words {
  max-width: 46ch;
}
h2 {
  margin-bottom: 4px;
  font:
    500 20px/1.2 "Alegreya",
    serif;
}
figure {
  padding: 12px 12px 8px;
}
img {
  display: block;
  max-width: 100%;
  max-height: 340px;
  margin: 0 auto;
}
figcaption {
  margin-top: 6px;
  font-size: 14.5px;
  color: var(--ink2);
}
@media (max-width: 760px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
