<script setup lang="ts">
/** Own swatches read wet and again dry: they move how drying is reckoned. */
import NumberField from "@/fields/NumberField.vue";
import { ref } from "vue";
import { useTable } from "@/api/store";
import type { Mixes } from "./mixes";

defineProps<{
  /** The swatches there are. */
  swatches: Mixes["wet_dry"];
}>();
const table = useTable();
const wet = ref<number | null>(null);
const dry = ref<number | null>(null);

async function note(): Promise<void> {
  if (wet.value === null || dry.value === null) return;
  if (await table.change({ action: "add_wet_dry", wet: wet.value, dry: dry.value })) {
    wet.value = null;
    dry.value = null;
  }
}
</script>

<template>
  <details>
    <summary>Your own wet and dry swatches{{ swatches.length ? ` (${swatches.length})` : "" }}</summary>
    <form @submit.prevent="note">
      <label>Wet <NumberField v-model="wet" :min="0" :max="10" :step="0.1" required /></label>
      <label>dry <NumberField v-model="dry" :min="0" :max="10" :step="0.1" required /></label>
      <button class="do" type="submit">Note it</button>
    </form>
    <ul>
      <li v-for="each in swatches" :key="each.number">
        {{ each.wet.toFixed(1) }} wet, {{ each.dry.toFixed(1) }} dry
        <button class="do quiet" @click="table.change({ action: 'remove_wet_dry', swatch: each.number })">
          Delete
        </button>
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  min-height: 30px;
  cursor: pointer;
  font-weight: 500;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: baseline;
}
</style>
