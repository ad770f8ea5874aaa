<script setup lang="ts">
/** Photos of the painting, in the order they were taken; each is held against the plan as it should look now. */
import { useTable } from "@/api/store";
import type { Log } from "./log";

defineProps<{
  /** What the log tells. */
  shown: Log;
}>();
const table = useTable();
async function bring(event: Event): Promise<void> {
  const files = (event.target as HTMLInputElement).files;
  if (files?.length) await table.bring([...files].slice(0, 1), "progress");
  (event.target as HTMLInputElement).value = "";
}
</script>

<template>
  <section aria-label="Photos of the painting">
    <div class="film">
      <figure v-for="each in shown.photos" :key="each.number">
        <img :src="each.image" :alt="each.name" />
        <figcaption>{{ each.name }}</figcaption>
      </figure>
      <label class="new"
        >a new photo<input type="file" accept="image/*" aria-label="Photo of the painting" @change="bring"
      /></label>
    </div>
  </section>
</template>

<style scoped>
.film {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
figure img {
  height: 110px;
}
.new {
  display: grid;
  place-items: center;
  width: 150px;
  height: 110px;
  border: 1.5px dashed var(--line);
  cursor: pointer;
}
.new input {
  position: absolute;
  inset: 0;
  opacity: 0;
}
</style>
