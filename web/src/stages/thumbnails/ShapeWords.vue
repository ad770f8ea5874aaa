<script setup lang="ts">
/** A shape that was pressed: give it another step, join it to what surrounds it, part it, or pull an edge. */
import type { Reading } from "@/api/client";

defineProps<{
  /** What is read on the thumbnail as it is tried. */
  reading: Reading;
  /** Whether a shape is pressed. */
  pressed: boolean;
  /** Whether edges are pulled by strokes. */
  pulling: boolean;
  /** Step that a pulled edge takes. */
  step: number;
  /** How many changes were made by hand. */
  count: number;
}>();
const emit = defineEmits<{
  step: [step: number];
  join: [];
  split: [];
  back: [];
  clear: [];
  pull: [step: number];
}>();
</script>

<template>
  <p class="shape">
    <template v-if="pulling">
      Pull with
      <button
        v-for="(grey, at) in reading.greys"
        :key="at"
        class="pot"
        :style="{ background: grey }"
        :aria-pressed="step === at"
        :aria-label="`Pull with ${reading.values[at]?.toFixed(1)}`"
        @click="emit('pull', at)"
      ></button>
      and draw along the edge.
    </template>
    <template v-else-if="pressed">
      This shape in
      <button
        v-for="(grey, at) in reading.greys"
        :key="at"
        class="pot"
        :style="{ background: grey }"
        :aria-label="`In ${reading.values[at]?.toFixed(1)}`"
        @click="emit('step', at)"
      ></button>
      <button class="do" @click="emit('join')">Join it to what surrounds it</button>
      <button class="do" @click="emit('split')">Split</button>
    </template>
    <template v-else>Press a shape.</template>
    <span v-if="count">
      {{ count }} {{ count === 1 ? "change" : "changes" }} by hand.
      <button class="do quiet" @click="emit('back')">Take the last back</button>
      <button class="do quiet" @click="emit('clear')">All of them</button>
    </span>
  </p>
</template>

<style scoped>
.shape {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  font-size: 15px;
}
.pot {
  width: 34px;
  height: 28px;
  border: 1.5px solid var(--line);
}
.pot[aria-pressed="true"] {
  outline: 3px solid var(--line);
  outline-offset: 2px;
}
@media (max-width: 900px), (pointer: coarse) {
  .pot {
    width: 44px;
    height: 44px;
  }
}
</style>
