<script setup lang="ts">
/** Other plans for the same passes and sessions: kept to the order, moved as little as helps, or made anew. */
import { ref, watch } from "vue";
import { Problem } from "@/api/client";
import { useTable } from "@/api/store";
import { plans, type PlanOffer } from "@/api/tries";

const table = useTable();
const offers = ref<PlanOffer[]>([]);
const looking = ref(false);
// Whatever changes makes the offers old.
watch(
  () => table.painting?.version,
  () => (offers.value = []),
);

async function look(): Promise<void> {
  const painting = table.painting;
  if (!painting || looking.value) return;
  looking.value = true;
  try {
    const found = await plans(painting.id);
    if (table.painting?.version === painting.version) offers.value = found;
  } catch (problem) {
    if (problem instanceof Problem) table.problem = problem;
  } finally {
    looking.value = false;
  }
}
async function take(way: PlanOffer["way"]): Promise<void> {
  await table.change({ action: "take_plan", way });
}
</script>

<template>
  <section class="offers" aria-label="Other plans">
    <h2>Another plan</h2>
    <ul v-if="offers.length">
      <li v-for="each in offers" :key="each.way">
        <button class="do" @click="take(each.way)">{{ each.name }}</button>
        <span>{{ each.said }}.</span>
      </li>
    </ul>
    <p v-else>
      <button class="do" :disabled="looking" @click="look">
        {{ looking ? "Looking …" : "Look for a better one" }}
      </button>
    </p>
    <p v-if="table.painting?.work.plan_kept">
      You took a plan; it stands until you let it go.
      <button class="do quiet" @click="table.change({ action: 'let_plan_go' })">Let it go</button>
    </p>
  </section>
</template>

<style scoped>
.offers {
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
  font-size: 14px;
}
li {
  display: grid;
  gap: 2px;
  justify-items: start;
  margin-top: 6px;
}
p {
  margin-top: 6px;
}
</style>
