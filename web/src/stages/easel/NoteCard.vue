<script setup lang="ts">
/** A word for the diary: a note, a decision, or a test that failed and why. */
import { ref } from "vue";
import NoticeLine from "@/frame/NoticeLine.vue";
import { useTable } from "@/api/store";
import { useEasel } from "./easel";

const props = defineProps<{
  /** The pass it is about; null for none. */
  number: number | null;
}>();
const emit = defineEmits<{ close: [] }>();
const easel = useEasel();
const table = useTable();
type Kind = "note" | "decision" | "failed_test";
const KINDS: [Kind, string][] = [
  ["note", "Note"],
  ["decision", "Decision"],
  ["failed_test", "A test that failed, and why"],
];
const kind = ref<Kind>("note");
const text = ref("");
const open = ref(true);
function close(): void {
  open.value = false;
  emit("close");
}
async function keep(): Promise<void> {
  const said = text.value.trim();
  if (!said) return close();
  if (await easel.press({ action: "add_remark", kind: kind.value, text: said, number: props.number }))
    close();
}
</script>

<template>
  <v-dialog v-model="open" width="560" aria-label="A note" @after-leave="emit('close')">
    <form class="sheet" @submit.prevent="keep">
      <NoticeLine :problem="table.problem" @close="table.problem = null" />
      <div role="radiogroup" aria-label="What it is">
        <label v-for="[key, said] in KINDS" :key="key"
          ><input v-model="kind" type="radio" :value="key" /> {{ said }}</label
        >
      </div>
      <textarea
        v-model="text"
        rows="3"
        maxlength="240"
        aria-label="What you write down"
        autofocus
        @keydown.ctrl.enter="keep"
      />
      <div class="deeds">
        <button class="do main" type="submit">Write it down</button>
        <button class="do quiet" type="button" @click="close">Close</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 14px;
}
[role="radiogroup"] {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
}
label {
  min-height: 44px;
  display: flex;
  gap: 8px;
  align-items: center;
}
textarea {
  width: 100%;
  padding: 8px;
  font: inherit;
  font-size: 19px;
  color: var(--ink);
  background: transparent;
  border: 1.5px solid var(--line);
}
.do {
  min-height: 56px;
  padding: 4px 20px;
  font-size: 18px;
}
.deeds {
  display: flex;
  gap: 14px;
}
</style>
