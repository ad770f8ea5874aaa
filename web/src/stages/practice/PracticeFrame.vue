<script setup lang="ts">
/** What both pages of practice stand in: where one came from, their name, what goes wrong, and the foot. */
import type { Problem } from "@/api/client";
import NoticeLine from "@/frame/NoticeLine.vue";
import WallChoice from "@/frame/WallChoice.vue";

defineProps<{
  name: string;
  /** In a sentence, what it is for. */
  said: string;
  /** Where the way back leads, and what that is called. */
  back: { to: string; name: string };
  /** Said in the foot. */
  foot: string;
  problem: Problem | null;
}>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <div class="page">
    <header class="sky">
      <router-link class="do quiet" :to="back.to">{{ back.name }}</router-link>
      <div>
        <h1>{{ name }}</h1>
        <p class="say">{{ said }}</p>
      </div>
      <span class="deeds"><slot name="deeds" /></span>
    </header>
    <NoticeLine :problem="problem" @close="emit('close')" />
    <main><slot /></main>
    <footer class="foot">
      <span class="say">{{ foot }}</span>
      <WallChoice />
    </footer>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  min-height: 100dvh;
}
.sky {
  display: flex;
  gap: 20px;
  align-items: center;
  min-height: 62px;
  padding: 0 20px;
  border-bottom: 2px solid var(--line);
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
  margin-left: auto;
}
main {
  grid-row: 3;
  padding: 14px 20px;
}
.foot {
  grid-row: 4;
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 34px;
  padding: 0 20px;
  border-top: 1px solid var(--hair);
  color: var(--ink2);
  font-size: 14.5px;
}
.foot .say {
  font-size: 14.5px;
}
@media (max-width: 900px) {
  main {
    padding: 10px 12px;
  }
}
@media (max-width: 600px) {
  .sky .say {
    display: none;
  }
}
</style>
