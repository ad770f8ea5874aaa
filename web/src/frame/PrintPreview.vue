<script setup lang="ts">
/** The pages as they will be printed, before they are. */
import { computed, ref, watch } from "vue";
import { client, content, Problem, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";

export type Sort = "sheet" | "plan" | "mixing" | "kit" | "handover";
/** What is to be printed, or null while nothing is. */
const sort = defineModel<Sort | null>({ required: true });
const TITLES: Record<Sort, string> = {
  sheet: "The sheet for the easel",
  plan: "The whole plan",
  mixing: "The mixing sheet",
  kit: "What to take along",
  handover: "What goes with the painting",
};
const table = useTable();
const found = ref<Schemas["PrintedView"] | null>(null);
const wrong = ref("");
/** The session whose sheet is looked at; 0 for the next one. */
const session = ref(0);
const sessions = computed(() => (table.painting?.work.sessions ?? []).filter((each) => !each.over));

watch([sort, session], async ([wanted], _, onCleanup) => {
  let overtaken = false;
  onCleanup(() => (overtaken = true));
  table.inDialog = wanted !== null;
  found.value = null;
  wrong.value = "";
  if (!wanted || !table.painting) return;
  const path = { painting_id: table.painting.id, sort: wanted };
  const query = session.value && (wanted === "sheet" || wanted === "kit") ? { session: session.value } : {};
  try {
    const made = await content(
      client.GET("/api/paintings/{painting_id}/printed/{sort}", { params: { path, query } }),
    );
    if (!overtaken) found.value = made;
  } catch (problem) {
    if (overtaken) return;
    wrong.value =
      problem instanceof Problem ? `${problem.message} ${problem.wayOut}` : "The pages could not be drawn.";
  }
});
/** The file is printed from a window of its own, where the system's own printing stands. */
function print(): void {
  if (found.value) window.open(found.value.file, "_blank", "noopener");
}
</script>

<template>
  <v-dialog
    :model-value="sort !== null"
    width="900"
    aria-label="Before printing"
    @update:model-value="sort = null"
  >
    <section class="sheet">
      <h1>{{ sort ? TITLES[sort] : "" }}</h1>
      <p v-if="(sort === 'sheet' || sort === 'kit') && sessions.length > 1">
        <label
          >For
          <select v-model.number="session" class="field" aria-label="For which session">
            <option :value="0">the next session</option>
            <option v-for="each in sessions" :key="each.number" :value="each.number">{{ each.name }}</option>
          </select></label
        >
      </p>
      <div class="deeds">
        <button class="do main" :disabled="!found" @click="print">Open it to print (PDF)</button>
        <button class="do quiet" @click="sort = null">Close</button>
        <span v-if="found" class="say" role="status"
          >{{ found.pages.length }} {{ found.pages.length === 1 ? "page" : "pages" }}</span
        >
      </div>
      <p v-if="wrong" role="alert">{{ wrong }}</p>
      <p v-else-if="!found" role="status" class="say">Drawing the pages…</p>
      <div v-if="found" class="pages hung" tabindex="0" role="region" aria-label="Pages">
        <figure v-for="(page, at) in found.pages" :key="at">
          <img
            :src="page.image"
            :alt="`Page ${at + 1}`"
            :style="{ aspectRatio: page.width_cm / page.height_cm }"
          />
          <figcaption>
            Page {{ at + 1 }} of {{ found.pages.length }}, {{ page.width_cm }} x {{ page.height_cm }} cm
          </figcaption>
        </figure>
      </div>
    </section>
  </v-dialog>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 12px;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: center;
}
.pages {
  display: grid;
  gap: 18px;
  justify-items: center;
  padding: 18px;
  max-height: 62vh;
  overflow: auto;
}
figure {
  max-width: 100%;
}
img {
  display: block;
  width: 760px;
  max-width: 100%;
  background: #fff;
}
figcaption {
  margin-top: 4px;
  font-size: 14.5px;
  color: var(--ink2);
}
@media (max-width: 600px) {
  .pages {
    padding: 8px;
  }
}
</style>
