<script setup lang="ts">
/** A day and an hour, as "2026-11-29T09:30". */
import { computed } from "vue";
import DayField from "./DayField.vue";
import HourField from "./HourField.vue";

const moment = defineModel<string>({ required: true });
defineProps<{
  /** What it is the moment of. */
  label: string;
}>();
const day = computed({
  get: () => moment.value.slice(0, 10),
  set: (now) => (moment.value = `${now}T${hour.value}`),
});
const hour = computed({
  get: () => moment.value.slice(11, 16) || "09:00",
  set: (now) => (moment.value = `${day.value}T${now}`),
});
</script>

<template>
  <span class="moment">
    <DayField v-model="day" :label="`${label}: day`" required />
    at
    <HourField v-model="hour" :label="`${label}: hour`" />
  </span>
</template>

<style scoped>
.moment {
  white-space: nowrap;
}
</style>
