<script setup lang="ts">
/** Other plans for the same passes and sessions: sought while one looks on, and laid out to choose from. */
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { Problem } from "@/api/client";
import { useTable } from "@/api/store";
import { seek, seekState, seekStop, type Seeking } from "@/api/tries";

const WAIT_S = 0.4;
const table = useTable();
const found = ref<Seeking | null>(null);
const looking = computed(() => found.value?.running ?? false);
const version = (): number | undefined => table.painting?.version;

async function guarded(deed: () => Promise<void>): Promise<void> {
  try {
    await deed();
  } catch (problem) {
    found.value = null;
    if (problem instanceof Problem) table.problem = problem;
  }
}
async function stop(): Promise<void> {
  const [painting, current] = [table.painting, found.value];
  if (!painting || !current) return;
  await guarded(async () => {
    found.value = await seekStop(painting.id, current.number);
  });
}
// Whatever changes makes a plan that was sought for the old state worthless.
watch(version, () => {
  if (looking.value) void stop();
  found.value = null;
});
onBeforeUnmount(() => {
  if (looking.value) void stop();
});

async function look(): Promise<void> {
  const [painting, at] = [table.painting, version()];
  if (!painting || looking.value) return;
  await guarded(async () => {
    found.value = await seek(painting.id);
    while (found.value?.running && version() === at) {
      const state = await seekState(painting.id, found.value.number, WAIT_S);
      if (found.value && version() === at) found.value = state;
    }
  });
}
async function take(plan: number[][]): Promise<void> {
  await table.change({ action: "take_found", plan: plan as [number, number, number][] });
}
</script>

<template>
  <section class="offers" aria-label="Other plans">
    <h2>Another plan</h2>
    <div v-if="found && looking" role="status">
      <p>
        Looking; {{ found.tries === 1 ? "one plan" : `${found.tries} plans` }} tried. Best so far:
        {{ found.best_said || "the one you have" }}.
      </p>
      <p class="deeds">
        <button class="do" @click="stop">Stop, the best so far will do</button>
      </p>
    </div>
    <ul v-else-if="found?.offers.length">
      <li v-for="each in found.offers" :key="each.way">
        <button class="do" @click="take(each.plan)">{{ each.name }}</button>
        <span>{{ each.said }}.</span>
      </li>
    </ul>
    <p v-else>
      <button class="do" @click="look">Look for a better one</button>
    </p>
    <p v-if="table.painting?.work.plan_kept">
      You took a plan; it stands until you let it go.
      <button class="do quiet" @click="table.change({ action: 'let_plan_go' })">Discard the plan</button>
    </p>
  </section>
</template>

<style scoped>
.offers {
  margin-top: 14px;
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
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
