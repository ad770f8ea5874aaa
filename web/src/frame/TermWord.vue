<script setup lang="ts">
/** A word of the field where it is used: dotted underneath, it tells what it means. */
import { computed } from "vue";
import { GLOSSARY, type Word } from "./glossary";
import HintTip from "./HintTip.vue";

const props = defineProps<{
  /** The word as the glossary has it. */
  word: Word;
}>();
const means = computed(() => GLOSSARY.find((each) => each.word === props.word)?.means ?? "");
</script>

<template>
  <button type="button" class="term">
    <slot>{{ word.toLowerCase() }}</slot><HintTip :text="means" />
  </button>
</template>

<style scoped>
.term {
  font: inherit;
  color: inherit;
  cursor: help;
  text-decoration: underline dotted 1.5px;
  text-underline-offset: 3px;
}
</style>
