<script setup lang="ts">
/** How an area is to be painted, as a sentence of three choices: body of the paint, marks, brush. */
import type { Plane } from "@/api/client";
import { useTable } from "@/api/store";

defineProps<{
  /** What is handled: its name for labels. */
  name: string;
  /** How it is handled now. */
  handling: Plane["handling"];
}>();
const emit = defineEmits<{
  change: [part: { body?: "" | "thin" | "thick"; marks?: "" | "soft" | "broken"; brush?: string }];
}>();
const table = useTable();
function chosen(event: Event): string {
  return (event.target as HTMLSelectElement).value;
}
</script>

<template>
  <span class="handling">
    <select
      class="field"
      :value="handling.body"
      :aria-label="`Body of the paint: ${name}`"
      @change="emit('change', { body: chosen($event) as '' | 'thin' | 'thick' })"
    >
      <option value="">paint as usual</option>
      <option value="thin">thin paint</option>
      <option value="thick">thick paint</option>
    </select>
    <select
      class="field"
      :value="handling.marks"
      :aria-label="`Marks: ${name}`"
      @change="emit('change', { marks: chosen($event) as '' | 'soft' | 'broken' })"
    >
      <option value="">marks as they come</option>
      <option value="soft">soft, blended</option>
      <option value="broken">broken, left standing</option>
    </select>
    <select
      class="field"
      :value="handling.brush"
      :aria-label="`Brush: ${name}`"
      @change="emit('change', { brush: chosen($event) })"
    >
      <option v-for="each in table.choices?.brushes" :key="each.key" :value="each.key">
        {{ each.key ? `with ${each.name}` : "with any brush" }}
      </option>
    </select>
  </span>
</template>

<style scoped>
.handling {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 8px;
}
.field {
  font-size: 14.5px;
}
</style>
