<script setup lang="ts">
/** Files on their way in: how far each is, and a way to stop it. */
import type { Incoming } from "@/api/client";

defineProps<{
  /** The files, none of them arrived yet. */
  files: Incoming[];
  /** What is done once one has come. */
  reading: string;
}>();
</script>

<template>
  <ul v-if="files.length" class="incoming" aria-live="polite">
    <li v-for="each in files" :key="each.name">
      <span>{{ each.name }}: {{ each.share < 1 ? "coming in" : reading }}</span>
      <span class="bar"><i :style="{ width: `${100 * each.share}%` }"></i></span>
      <button class="do quiet" @click="each.cancel()">Stop</button>
    </li>
  </ul>
</template>

<style scoped>
.incoming li {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-top: 8px;
}
.bar {
  width: 180px;
  height: 8px;
  border: 1px solid var(--line);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--line);
}
</style>
