<script setup lang="ts">
/** What went wrong, under the horizon: the thing, the reason and the way out. Stays until it is read. */
import type { Problem } from "@/api/client";

defineProps<{
  /** The problem, or null for none. */
  problem: Problem | null;
  /** Whether what was refused can be sent again. */
  again?: boolean;
}>();
const emit = defineEmits<{ close: []; again: [] }>();
</script>

<template>
  <div v-if="problem" class="notice" role="alert">
    <p>
      <b>{{ problem.message }}</b> {{ problem.wayOut }}
    </p>
    <span class="deeds">
      <button v-if="again" class="do main" @click="emit('again')">Do it again</button>
      <button class="do" @click="emit('close')">Close</button>
    </span>
  </div>
</template>

<style scoped>
.deeds {
  display: flex;
  gap: 10px;
}
.notice {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  padding: 8px 20px;
  background: var(--paper);
  color: var(--ink);
  border-bottom: 2px solid var(--line);
  border-left: 8px solid var(--line);
}
</style>
