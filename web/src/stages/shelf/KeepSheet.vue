<script setup lang="ts">
/** A painting in one file: with its photos as they came, to keep or move it, or developed, to give it away. */
import { computed, onMounted, ref, shallowRef } from "vue";
import { client, content, type Strip } from "@/api/client";
import type { components } from "@/api/schema";

type Personal = components["schemas"]["PersonalView"];
const props = defineProps<{
  /** The painting. */
  strip: Strip;
}>();
const emit = defineEmits<{ close: [] }>();
/** What the painter typed of people, places and ways there; each goes along only where it is ticked. */
const personal = shallowRef<Personal[]>([]);
const letGo = ref<string[]>([]);
const given = computed(() => {
  const asked = letGo.value.map((key) => `let_go=${encodeURIComponent(key)}`).join("&");
  return `/api/paintings/${props.strip.id}/document.zip${asked ? `?${asked}` : ""}`;
});
onMounted(async () => {
  const path = { params: { path: { painting_id: props.strip.id } } };
  personal.value = await content(client.GET("/api/paintings/{painting_id}/personal", path)).catch(() => []);
});
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
      <fieldset v-if="personal.length">
        <legend>What you wrote of people, places and ways there stays here. Tick what may go along.</legend>
        <label v-for="each in personal" :key="each.key">
          <input v-model="letGo" type="checkbox" :value="each.key" />
          <span
            ><b>{{ each.where }}, {{ each.what }}</b
            ><br />{{ each.said }}</span
          >
        </label>
      </fieldset>
      <a class="do" :href="given">{{
        letGo.length ? `With the ${letGo.length} ticked` : "Without what is personal"
      }}</a>
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
fieldset {
  display: grid;
  gap: 4px;
  max-height: 34vh;
  padding: 0;
  border: 0;
  overflow-y: auto;
}
fieldset label {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
  padding: 6px 0;
  overflow-wrap: anywhere;
}
legend {
  padding: 0;
}
fieldset input {
  accent-color: var(--line);
  width: 20px;
  height: 20px;
  margin: 2px 0 0;
}
h2 {
  font-size: 17px;
}
</style>
