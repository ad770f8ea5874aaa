<script setup lang="ts">
/** How far the focus is spared when everything else is simplified, and what is to be seen there. */
import { ref, watch } from "vue";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** The marked focus. */
  focus: { x: number; y: number; reach: number };
  /** Largest value step that is to be seen there, or null. */
  step: number | null;
}>();
const table = useTable();
const reach = ref(props.focus.reach);
watch(
  () => props.focus.reach,
  (now) => (reach.value = now),
);

function keep(): void {
  if (reach.value === props.focus.reach) return;
  void table.change({ action: "set_focus", x: props.focus.x, y: props.focus.y, reach: reach.value });
}
</script>

<template>
  <section class="line" aria-label="The focus">
    <h2>The focus</h2>
    <p v-if="step !== null">
      Dark and light there lie <b>{{ step.toFixed(1) }}</b> apart on the value scale.
    </p>
    <label
      >Smaller shapes are kept within <b>{{ Math.round(100 * reach) }} %</b> of the width
      <v-slider
        v-model="reach"
        :min="table.choices?.focus_reach.low"
        :max="table.choices?.focus_reach.high"
        :step="0.01"
        aria-label="Reach of the focus"
        @end="keep"
        @keyup="keep"
      />
    </label>
    <button class="do quiet" @click="table.change({ action: 'clear_focus' })">Take the focus away</button>
  </section>
</template>

<style scoped>
.line {
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
}
</style>
