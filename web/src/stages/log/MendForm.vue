<script setup lang="ts">
/** Something to mend next time: what, and in at most how many minutes. */
import NumberField from "@/fields/NumberField.vue";
import { ref } from "vue";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** Its place on the painting, in shares, and the photo on which it was shown. */
  at?: { x: number; y: number; source: number };
}>();
const emit = defineEmits<{ done: [] }>();
const table = useTable();
const text = ref("");
const minutes = ref<number | null>(null);
async function add(): Promise<void> {
  if (!text.value.trim()) return;
  const said = { text: text.value, minutes: minutes.value, ...props.at };
  if (await table.change({ action: "add_mend", ...said })) {
    text.value = "";
    minutes.value = null;
    emit("done");
  }
}
</script>

<template>
  <form @submit.prevent="add">
    <input
      v-model="text"
      class="field goal"
      maxlength="200"
      placeholder="What is to be mended?"
      aria-label="What to mend"
    />
    <label
      >in at most
      <NumberField v-model="minutes" :min="1" :max="240" label="Minutes allowed" />
      min</label
    >
    <button class="do" type="submit">Write it down</button>
  </form>
</template>

<style scoped>
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin: 4px 0 10px;
}
.goal {
  min-width: 20ch;
}
</style>
