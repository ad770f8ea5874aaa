<script setup lang="ts">
/** What moved along when a plane was held at another value; each can be left where it was. */
import type { Plane } from "@/api/client";
import { useTable } from "@/api/store";

defineProps<{
  /** Planes that moved: now, and their value before. */
  moved: { plane: Plane; before: number }[];
}>();
const emit = defineEmits<{ close: [] }>();
const table = useTable();
</script>

<template>
  <section v-if="moved.length" class="moved" aria-label="What moved along" role="status">
    <h2>With it moved</h2>
    <ul>
      <li v-for="each in moved" :key="each.plane.rank">
        {{ each.plane.name }} {{ each.before.toFixed(1) }} → {{ each.plane.planned.value.toFixed(1) }}
        <button
          class="do quiet"
          :aria-label="`Leave it at ${each.before.toFixed(1)}: ${each.plane.name}`"
          @click="table.change({ action: 'set_planned_value', plane: each.plane.rank, value: each.before })"
        >
          Leave it at {{ each.before.toFixed(1) }}
        </button>
      </li>
    </ul>
    <button class="do quiet" @click="emit('close')">All of it is well</button>
  </section>
</template>

<style scoped>
.moved {
  margin-bottom: 14px;
  padding-bottom: 10px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
}
.moved .do {
  min-height: 26px;
}
</style>
