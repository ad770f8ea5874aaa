<script setup lang="ts">
/** The picture on nothing but the wall: no paper, no words, to judge values by. */
import { computed, nextTick, ref, watch } from "vue";
import { useTable } from "@/api/store";

const open = defineModel<boolean>({ required: true });
const table = useTable();
const back = ref<HTMLButtonElement | null>(null);
const chosen = computed(() => table.painting?.thumbnails.find((each) => each.chosen) ?? null);
const photo = computed(() => table.painting?.sources.find((each) => each.main)?.image ?? "");
/** Whether the values are looked at rather than the photo. */
const values = ref(false);
watch(open, async (now) => {
  if (!now) return;
  values.value = false;
  await nextTick();
  back.value?.focus();
});
</script>

<template>
  <div v-if="open" class="only hung" role="dialog" aria-label="Only the picture" @keydown.esc="open = false">
    <img :src="values && chosen ? chosen.image : photo" alt="The picture on the wall" />
    <div class="deeds">
      <button v-if="chosen" class="do" :aria-pressed="values" @click="values = !values">Values</button>
      <button ref="back" class="do" @click="open = false">Back</button>
    </div>
  </div>
</template>

<style scoped>
.only {
  position: fixed;
  inset: 0;
  z-index: 1000;
  display: grid;
  place-items: center;
  padding: 4vh 4vw;
}
img {
  max-width: 100%;
  max-height: 92vh;
  object-fit: contain;
}
.deeds {
  position: fixed;
  right: 16px;
  bottom: 12px;
  display: flex;
  gap: 10px;
  opacity: 0.55;
}
.deeds:hover,
.deeds:focus-within {
  opacity: 1;
}
</style>
