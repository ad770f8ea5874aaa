<script setup lang="ts">
/** What went wrong, under the horizon: the thing, the reason and the way out. Stays until it is read. */
import type { Problem } from "@/api/client";

defineProps<{
  /** The problem, or null for none. */
  problem: Problem | null;
}>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <div v-if="problem" class="notice" role="alert">
    <p>
      <b>{{ problem.message }}</b> {{ problem.wayOut }}
    </p>
    <button class="do" @click="emit('close')">Read</button>
  </div>
</template>

<style scoped>
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
