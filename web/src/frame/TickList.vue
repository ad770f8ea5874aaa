<script setup lang="ts">
/** Several of a list, each ticked or not: dangers of a place, who is near, what is used. */
import type { Choices } from "@/api/client";

defineProps<{
  /** What the list is of. */
  label: string;
  /** What can be ticked. */
  choices: Choices["dangers"];
  /** What is ticked. */
  modelValue: string[];
}>();
const emit = defineEmits<{ "update:modelValue": [keys: string[]] }>();
function tick(keys: string[], key: string): void {
  emit("update:modelValue", keys.includes(key) ? keys.filter((each) => each !== key) : [...keys, key]);
}
</script>

<template>
  <details class="ticks">
    <summary>
      {{ label }}:
      <span>{{
        choices
          .filter((each) => modelValue.includes(each.key))
          .map((each) => each.name)
          .join(", ") || "nothing said"
      }}</span>
    </summary>
    <div class="list" role="group" :aria-label="label">
      <label v-for="each in choices" :key="each.key"
        ><input
          type="checkbox"
          :checked="modelValue.includes(each.key)"
          @change="tick(modelValue, each.key)"
        />
        {{ each.name }}</label
      >
    </div>
  </details>
</template>

<style scoped>
.ticks summary {
  cursor: pointer;
  min-height: 28px;
}
.ticks summary span {
  font-weight: 700;
}
.list {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 2px 12px;
  padding: 4px 0 6px 14px;
}
.list label {
  display: flex;
  gap: 7px;
  align-items: center;
  min-height: 30px;
}
</style>
