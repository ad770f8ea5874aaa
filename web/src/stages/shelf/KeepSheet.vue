<script setup lang="ts">
/** A painting in one file: with its photos as they came, to keep or move it, or developed, to give it away. */
import type { Strip } from "@/api/client";

defineProps<{
  /** The painting. */
  strip: Strip;
}>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <div class="sheet">
    <h1>{{ strip.title }}, in a file</h1>
    <section>
      <h2>To keep or to move</h2>
      <p>
        With the photos just as they came. Brought in again, here or on another machine, the painting is as it
        is now. A photo may say where it was taken: keep this file for yourself.
      </p>
      <a class="do main" :href="`/api/paintings/${strip.id}/document.zip?originals=true`">With its photos</a>
    </section>
    <section>
      <h2>To give away</h2>
      <p>
        The photos are developed and smaller, and nothing of what the camera wrote is in them: not when, not
        with what, not where. All that you planned goes along.
      </p>
      <a class="do" :href="`/api/paintings/${strip.id}/document.zip`">Without what the camera wrote</a>
    </section>
    <p class="say">Both are a ZIP with plain text and pictures in it, for other programs to read as well.</p>
    <div><button class="do quiet" @click="emit('close')">Back to the shelf</button></div>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 18px;
}
section {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding-bottom: 16px;
  border-bottom: 1px solid var(--hair);
}
h2 {
  font-size: 17px;
}
</style>
