<script setup lang="ts">
/** Where the chosen pass stands, and why not earlier. */
import { computed, ref, watch } from "vue";
import type { Placement } from "@/api/client";
import { useTable } from "@/api/store";
import HourField from "@/fields/HourField.vue";
import { clock } from "./score";

const props = defineProps<{
  /** Where it stands. */
  placement: Placement;
  /** How much later it may begin, in words. */
  slack?: string;
}>();
const table = useTable();
const pass = computed(() =>
  table.painting?.work.passes.find((each) => each.number === props.placement.number),
);
const plane = computed(() => table.painting?.planes.find((each) => each.rank === pass.value?.plane));
const session = computed(() =>
  table.painting?.work.sessions.find((each) => each.number === props.placement.session),
);
/** The pass that a dryer would dry sooner. */
const dryer = computed(() =>
  table.painting?.work.passes.find((each) => each.number === props.placement.dryer_for),
);
function useDryer(): void {
  if (dryer.value)
    void table.change({
      action: "set_pass",
      number: dryer.value.number,
      aids: [...dryer.value.aids, "dryer"],
    });
}
const ahead = computed(() => (table.painting?.work.sessions ?? []).filter((each) => !each.over));
const into = ref(0);
const hour = ref("");
watch(
  () => [props.placement.number, props.placement.start_min, props.placement.session] as const,
  ([, start, at]) => {
    into.value = at ?? ahead.value[0]?.number ?? 0;
    hour.value = clock(start).padStart(5, "0");
  },
  { immediate: true },
);
/** The hour is one of the day on which the session begins, or of the night after it. */
async function put(): Promise<void> {
  const target = ahead.value.find((each) => each.number === into.value);
  const [hours, minutes] = hour.value.split(":").map(Number);
  if (!target || hours === undefined || minutes === undefined) return;
  const day = Math.floor(target.start_min / 1440) * 1440;
  let start = day + hours * 60 + minutes;
  if (start < target.start_min && target.end_min > day + 1440) start += 1440;
  await table.change({ action: "place_pass", number: props.placement.number, session: into.value, start });
}
</script>

<template>
  <section v-if="pass" class="detail" aria-label="Why it stands there">
    <h2>{{ plane ? `${plane.name}, ` : "" }}{{ pass.title }}</h2>
    <p class="say">
      {{ session?.name }}{{ session ? ", " : "" }}{{ placement.span_said }}, {{ pass.minutes }} min<template
        v-if="placement.dry_said"
        >; {{ placement.dry_said }}</template
      >.
    </p>
    <p v-if="pass.keeps">
      <b>{{ pass.keeps }}</b>
    </p>
    <p v-if="placement.done"><b>Painted.</b></p>
    <template v-else>
      <p v-if="placement.by_hand">
        <b>{{ placement.not_earlier }}</b>
        <button class="do quiet" @click="table.change({ action: 'free_pass', number: pass.number })">
          Let it find its place
        </button>
      </p>
      <p v-else><b>Not earlier:</b> {{ placement.not_earlier }}</p>
      <p v-if="placement.dryer_for">
        {{ placement.wait_min }} min of waiting.
        <button class="do quiet" @click="useDryer">Dry {{ dryer?.title }} with a dryer</button>
      </p>
      <p v-if="placement.not_session_before">
        <b>Not in the session before:</b> {{ placement.not_session_before }}
      </p>
    </template>
    <p v-if="slack && !placement.done"><b>Later:</b> {{ slack }}</p>
    <form v-if="!placement.done" class="put" @submit.prevent="put">
      <label
        >Put it in
        <select v-model.number="into" class="field">
          <option v-for="each in ahead" :key="each.number" :value="each.number">{{ each.name }}</option>
        </select>
      </label>
      at <HourField v-model="hour" label="Hour" />
      <button class="do quiet" type="submit">Put it there</button>
    </form>
    <div class="deeds">
      <button
        v-if="!placement.done"
        class="do"
        @click="table.change({ action: 'mark_done', number: pass.number })"
      >
        Painted
      </button>
      <router-link class="do quiet" :to="`/paintings/${table.painting?.id}/passes`"
        >Change the pass</router-link
      >
    </div>
  </section>
</template>

<style scoped>
.detail {
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
  line-height: 1.32;
}
p {
  margin-top: 5px;
}
.put {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  margin-top: 8px;
}
.deeds {
  display: flex;
  gap: 10px;
  margin-top: 8px;
}
</style>
