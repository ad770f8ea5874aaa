<script setup lang="ts">
/** On the right: the judgements about what is on screen, most costly first, each with its remedy. */
import { computed, nextTick, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Judgement, Remedy } from "@/api/client";
import { useTable } from "@/api/store";
import JudgementItem from "./JudgementItem.vue";

const props = defineProps<{
  /** Judgements on something that is only tried, in place of those on the painting. */
  tried?: Judgement[] | null;
  /** Judgements of this stage that are asked for apart from the painting. */
  more?: Judgement[];
  /** Whether it says nothing where nothing wants attention. */
  silent?: boolean;
}>();
const table = useTable();
const route = useRoute();
const router = useRouter();
const showSilenced = ref(false);
const here = computed(
  () =>
    props.tried ?? [
      ...(table.painting?.judgements.filter((each) => each.stage === route.name) ?? []),
      ...(props.more ?? []),
    ],
);
/** What a remedy shows may lie on another stage: crops are tried among the thumbnails. */
async function apply(remedy: Remedy): Promise<void> {
  if (remedy.action === "show_crops" && route.name !== "thumbnails") {
    await router.push({ name: "thumbnails", params: route.params });
    await nextTick();
  }
  await table.apply(remedy);
}
/** What an item of the margin is told, and what it may ask for. */
function told(judgement: Judgement) {
  return {
    judgement,
    fresh: table.fresh.has(judgement.key),
    tried: !!props.tried,
    onApply: apply,
    onMean: (reason: string) => table.meanItSo(judgement, reason),
  };
}
const heard = computed(() => here.value.filter((each) => each.meant_so === null));
/** One who wants to flow is told only what would spoil the painting; the rest waits for a review. */
const flows = computed(() => !props.tried && table.painting?.brief.asked === "flow");
const reviewing = ref(false);
const loud = computed(() =>
  flows.value && !reviewing.value ? heard.value.filter((each) => each.severity === "strong") : heard.value,
);
/** At most three speak aloud at once; the others wait in one line each, and notes are folded. */
const OPEN_AT_ONCE = 3;
const aloud = computed(() => loud.value.filter((each) => each.severity !== "note"));
const open = computed(() => aloud.value.slice(0, OPEN_AT_ONCE));
const folded = computed(() => aloud.value.slice(OPEN_AT_ONCE));
const notes = computed(() => loud.value.filter((each) => each.severity === "note"));
const later = computed(
  () => heard.value.length - heard.value.filter((each) => each.severity === "strong").length,
);
const silenced = computed(() => here.value.filter((each) => each.meant_so !== null));
</script>

<template>
  <aside class="margin" aria-label="What to look at">
    <slot />
    <ul v-if="open.length">
      <JudgementItem v-for="each in open" :key="each.key" v-bind="told(each)" />
    </ul>
    <p v-else-if="table.painting && !notes.length && !silent" class="nothing">
      Nothing here wants attention.
    </p>
    <ul v-if="folded.length" class="folded" aria-label="Also to look at">
      <JudgementItem v-for="each in folded" :key="each.key" folds v-bind="told(each)" />
    </ul>
    <details v-if="notes.length" class="folded-notes">
      <summary>{{ notes.length }} {{ notes.length === 1 ? "note" : "notes" }}</summary>
      <ul>
        <JudgementItem v-for="each in notes" :key="each.key" v-bind="told(each)" />
      </ul>
    </details>
    <button v-if="flows && later" class="do quiet" :aria-expanded="reviewing" @click="reviewing = !reviewing">
      {{ later }} for the review
    </button>
    <template v-if="silenced.length">
      <button class="do quiet" :aria-expanded="showSilenced" @click="showSilenced = !showSilenced">
        {{ silenced.length }} meant so
      </button>
      <ul v-if="showSilenced">
        <JudgementItem
          v-for="each in silenced"
          :key="each.key"
          :judgement="each"
          @hear="table.change({ action: 'hear_again', key: each.key })"
        />
      </ul>
    </template>
    <slot name="after" />
  </aside>
</template>

<style scoped>
.margin {
  padding: 16px 18px 10px 16px;
  border-left: 1px solid var(--hair);
  overflow-y: auto;
  min-height: 0;
}
.folded {
  margin-bottom: 12px;
  border-bottom: 1px solid var(--hair);
}
.folded-notes > summary {
  min-height: 30px;
  cursor: pointer;
  font-weight: 500;
}
.folded-notes > ul {
  margin-top: 6px;
}
.nothing {
  color: var(--ink2);
  font-size: 15px;
}
@media (max-width: 900px) {
  .margin {
    border-left: 0;
    border-top: 2px solid var(--line);
    padding: 14px 12px;
  }
}
</style>
