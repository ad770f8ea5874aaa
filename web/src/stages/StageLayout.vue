<script setup lang="ts">
/** Every stage: the desk in the middle, the margin on the right (below it on a narrow window). */
import type { Judgement } from "@/api/client";
import StageLine from "@/frame/StageLine.vue";
import MarginColumn from "@/frame/MarginColumn.vue";

defineProps<{
  /** Judgements on something that is only tried. */
  tried?: Judgement[] | null;
  /** Whether the desk is a wall with pictures on it, rather than paper to read. */
  hung?: boolean;
}>();
</script>

<template>
  <div class="layout">
    <main class="desk" :class="{ hung }"><StageLine /><slot /></main>
    <MarginColumn :tried="tried"
      ><slot name="margin" /> <template #after><slot name="after" /></template
    ></MarginColumn>
  </div>
</template>

<style scoped>
.layout {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 292px;
  min-height: 0;
  height: 100%;
}
.desk {
  min-width: 0;
  min-height: 0;
  padding: 10px 14px 8px 16px;
  overflow: auto;
}
@media (max-width: 900px), (max-height: 560px) {
  .layout {
    height: auto;
  }
  .desk {
    overflow: visible;
    padding: 8px;
  }
}
@media (max-width: 900px) {
  .layout {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
