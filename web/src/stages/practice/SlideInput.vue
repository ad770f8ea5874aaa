<script setup lang="ts">
/** A slider with its name and what it stands at. */
defineProps<{
  name: string;
  /** What it stands at, in words. */
  said: string;
  min: number;
  max: number;
  step: number;
}>();
const at = defineModel<number>({ required: true });
</script>

<template>
  <label class="slide"
    >{{ name }} <b aria-hidden="true">{{ said }}</b>
    <input v-model.number="at" type="range" :min="min" :max="max" :step="step" :aria-valuetext="said"
  /></label>
</template>

<style scoped>
.slide {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
  width: 100%;
}
b {
  font-variant-numeric: lining-nums;
}
input {
  flex: 1 1 100%;
  min-height: 32px;
  accent-color: var(--line);
}
</style>
