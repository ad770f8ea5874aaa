<script setup lang="ts">
/** An hour of the day, typed as one says it; arrows move it by a quarter of an hour. */
import { ref, watch } from "vue";
import { hourMoved, readHour, sayHour } from "./days";

const hour = defineModel<string>({ required: true });
defineProps<{
  /** What the hour is for. */
  label: string;
}>();
const STEP_MIN = 15;
const typed = ref(sayHour(hour.value));
const field = ref<HTMLInputElement | null>(null);
watch(hour, (now) => (typed.value = sayHour(now)));

function take(): void {
  const read = readHour(typed.value);
  field.value?.setCustomValidity(read === null ? "No hour of the day. Write it as 9:30 or 17:05." : "");
  if (read === null) {
    field.value?.reportValidity();
    return;
  }
  typed.value = sayHour(read);
  hour.value = read;
}
function move(minutes: number): void {
  hour.value = hourMoved(readHour(typed.value) ?? hour.value, minutes);
  field.value?.setCustomValidity("");
}
</script>

<template>
  <label
    ><span class="hidden-label">{{ label }}</span
    ><input
      ref="field"
      v-model="typed"
      class="field hour"
      required
      autocomplete="off"
      maxlength="8"
      size="5"
      @input="field?.setCustomValidity('')"
      @change="take"
      @keydown.up.prevent="move(STEP_MIN)"
      @keydown.down.prevent="move(-STEP_MIN)"
  /></label>
</template>

<style scoped>
.hour {
  text-align: right;
}
</style>
