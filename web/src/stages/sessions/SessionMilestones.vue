<script setup lang="ts">
/** Dates outside the sessions, and what found no place. */
import { ref } from "vue";
import type { Painting } from "@/api/client";
import { useTable } from "@/api/store";

defineProps<{
  /** Passes, sessions and where they stand. */
  work: Painting["work"];
}>();
const table = useTable();
const open = ref(false);
function title(work: Painting["work"], number: number): string {
  return work.passes.find((each) => each.number === number)?.title ?? "";
}
</script>

<template>
  <section v-if="work.milestones.length || (work.unplaced.length && work.sessions.length)" class="dates">
    <p v-for="each in work.milestones" :key="each.number">
      <b class="first">{{ title(work, each.number) }}</b> not before <b>{{ each.earliest_said }}</b>:
      {{ each.because }}. The label rules.
    </p>
    <template v-if="work.unplaced.length && work.sessions.length">
      <button class="do quiet" :aria-expanded="open" @click="open = !open">
        {{ work.unplaced.length }} without a place
      </button>
      <ul v-if="open">
        <li v-for="each in work.unplaced" :key="each.number">
          <button class="link" @click="table.pass = each.number">{{ each.title }}</button>: {{ each.why }}
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.dates {
  margin-bottom: 12px;
  font-size: 15px;
}
.first::first-letter {
  text-transform: uppercase;
}
.first {
  display: inline-block;
}
.link {
  text-decoration: underline;
  text-underline-offset: 2px;
  text-align: left;
}
</style>
