<script setup lang="ts">
/** What was painted: photos against the plan, minutes, the diary, and what is left until it is finished. */
import { watch } from "vue";
import { useTable } from "@/api/store";
import StageLayout from "../StageLayout.vue";
import DiaryLines from "./DiaryLines.vue";
import MinutesTaken from "./MinutesTaken.vue";
import PhotoCompare from "./PhotoCompare.vue";
import WhatIsLeft from "./WhatIsLeft.vue";
import { useLog } from "./log";

const table = useTable();
const log = useLog();
watch(
  () => table.painting?.mark,
  () => void log.load(),
  { immediate: true },
);
</script>

<template>
  <StageLayout silent :more="log.judgements">
    <div v-if="log.found" class="log">
      <PhotoCompare :shown="log.found" />
      <MinutesTaken :minutes="log.found.minutes" />
      <DiaryLines />
    </div>
    <p v-else role="status" class="say">Opening the log…</p>
    <template #margin>
      <div v-if="log.found" class="told">
        <p>
          {{ log.found.painted_said }}. {{ log.found.return_said }}
          <template v-for="each in log.found.much" :key="each"> {{ each }}</template>
        </p>
        <p v-if="table.painting?.work.pace">{{ table.painting.work.pace.said }}</p>
        <p v-if="log.found.drying_said">{{ log.found.drying_said }}</p>
      </div>
    </template>
    <template #after>
      <WhatIsLeft v-if="log.found" :shown="log.found" />
    </template>
  </StageLayout>
</template>

<style scoped>
.log {
  display: grid;
  gap: 22px;
}
.told {
  display: grid;
  gap: 8px;
  margin-bottom: 16px;
}
</style>
