<script setup lang="ts">
/** Where the chosen pass stands, and why not earlier. */
import { computed } from "vue";
import type { Placement } from "@/api/client";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** Where it stands. */
  placement: Placement;
}>();
const table = useTable();
const pass = computed(() =>
  table.painting?.work.passes.find((each) => each.number === props.placement.number),
);
const plane = computed(() => table.painting?.planes.find((each) => each.rank === pass.value?.plane));
const session = computed(() =>
  table.painting?.work.sessions.find((each) => each.number === props.placement.session),
);
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
      <p><b>Not earlier:</b> {{ placement.not_earlier }}</p>
      <p v-if="placement.not_session_before">
        <b>Not in the session before:</b> {{ placement.not_session_before }}
      </p>
    </template>
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
  font-size: 14px;
  line-height: 1.32;
}
p {
  margin-top: 5px;
}
.deeds {
  display: flex;
  gap: 10px;
  margin-top: 8px;
}
</style>
