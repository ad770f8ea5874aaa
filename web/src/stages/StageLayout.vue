<script setup lang="ts">
/** Every stage: the desk in the middle, the margin on the right (below it on a narrow window). */
import type { Judgement } from "@/api/client";
import StageLine from "@/frame/StageLine.vue";
import MarginColumn from "@/frame/MarginColumn.vue";

defineProps<{
  /** Judgements on something that is only tried. */
  tried?: Judgement[] | null;
  /** Judgements of this stage that are asked for apart from the painting. */
  more?: Judgement[];
  /** Whether the desk is a wall with pictures on it, rather than paper to read. */
  hung?: boolean;
  /** Whether the margin says nothing where nothing wants attention. */
  silent?: boolean;
}>();
</script>

<template>
  <div class="layout">
    <StageLine />
    <main id="desk" class="desk" tabindex="-1" :class="{ hung }"><slot /></main>
    <MarginColumn :tried="tried" :more="more" :silent="silent"
      ><slot name="margin" /> <template #after><slot name="after" /></template
    ></MarginColumn>
  </div>
</template>

<style scoped>
.layout {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 292px;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  height: 100%;
}
.desk:focus-visible {
  outline-offset: -3px;
}
.desk {
  grid-row: 1 / span 2;
  grid-column: 1;
  min-width: 0;
  min-height: 0;
  padding: 8px 14px 6px 16px;
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
.layout > :deep(.stage-line) {
  grid-row: 1;
  grid-column: 2;
}
.layout > :deep(.margin) {
  grid-row: 2;
  grid-column: 2;
}
@media (max-width: 900px) {
  .layout {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: none;
  }
  .desk,
  .layout > :deep(.stage-line),
  .layout > :deep(.margin) {
    grid-row: auto;
    grid-column: 1;
  }
}
</style>
