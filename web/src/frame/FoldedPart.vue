<script setup lang="ts">
/** A part of the margin that one opens when one needs it; it stays as it was left. */
import { computed, ref, watch } from "vue";

const props = defineProps<{
  /** What it holds; how it was left is kept under this name. */
  title: string;
  /** What there is in it, in a few words. */
  said?: string;
  /** Whether something in it is being done, so that it has to be open. */
  needed?: boolean;
}>();
const key = `open: ${props.title}`;
const left = ref(localStorage.getItem(key) === "yes");
const open = computed(() => left.value || Boolean(props.needed));
// What was opened to do something in it stays open, so that one sees what came of it.
watch(
  () => props.needed,
  (now) => {
    if (now) left.value = true;
  },
);
function toggle(): void {
  left.value = !open.value;
  localStorage.setItem(key, left.value ? "yes" : "no");
}
</script>

<template>
  <section class="folded" :aria-label="title">
    <button class="head" :aria-expanded="open" @click="toggle">
      <span class="sign" aria-hidden="true">{{ open ? "−" : "+" }}</span>
      <b>{{ title }}</b>
      <span v-if="said" class="said">{{ said }}</span>
    </button>
    <div v-if="open" class="inside"><slot /></div>
  </section>
</template>

<style scoped>
.folded {
  border-top: 1px solid var(--hair);
  font-size: 15px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
  width: 100%;
  min-height: 34px;
  padding: 6px 0;
  text-align: left;
}
.head:hover b {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.sign {
  width: 0.8em;
  font-weight: 700;
}
.said {
  color: var(--ink2);
}
.inside {
  padding: 0 0 12px;
}
@media (max-width: 900px), (pointer: coarse) {
  .head {
    min-height: 44px;
    align-items: center;
  }
}
</style>
