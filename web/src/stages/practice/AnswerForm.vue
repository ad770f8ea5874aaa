<script setup lang="ts">
/** What may be answered: a slider, one of a list, places in an order, or nothing but a clock. */
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { useKeys, isWriting } from "@/frame/keys";
import { vRoving } from "@/look/roving";
import { complete, ordered, type Drill, type Given } from "./practice";

const props = defineProps<{
  drill: Drill;
  /** Screen greys by half a step of value. */
  greys: string[];
  busy: boolean;
}>();
const number = defineModel<number>({ required: true });
const emit = defineEmits<{ answer: [given: Given] }>();
const chosen = ref("");
const order = ref<string[]>([]);
const left = ref(0);
let clock = 0;
watch(
  () => `${props.drill.kind} ${props.drill.seed}`,
  () => {
    chosen.value = "";
    order.value = [];
    left.value = 60 * props.drill.minutes;
    window.clearInterval(clock);
  },
  { immediate: true },
);
onBeforeUnmount(() => window.clearInterval(clock));
function start(): void {
  window.clearInterval(clock);
  clock = window.setInterval(() => {
    left.value = Math.max(0, left.value - 1);
    if (!left.value) window.clearInterval(clock);
  }, 1000);
}
const given = computed(() => complete(props.drill, number.value, chosen.value, order.value));
function press(key: string): void {
  if (props.drill.answer === "order") order.value = ordered(order.value, key);
  else chosen.value = key;
}
function say(): void {
  if (given.value !== undefined) emit("answer", given.value);
}
const unit = computed(() =>
  props.drill.unit === "V"
    ? number.value.toFixed(1)
    : props.drill.unit === "line"
      ? `${Math.round(100 * number.value)} % of the way`
      : `${number.value.toFixed(1)} % of the height`,
);
useKeys((event) => {
  if (isWriting(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
  const option = props.drill.options[Number(event.key) - 1];
  if (option) press(option.key);
});
</script>

<template>
  <form class="answer" @submit.prevent="say">
    <template v-if="drill.answer === 'number'">
      <label class="slide"
        >Your answer <output>{{ unit }}</output>
        <input
          v-model.number="number"
          type="range"
          :min="drill.low"
          :max="drill.high"
          :step="drill.step"
          :aria-valuetext="unit"
      /></label>
      <i
        v-if="drill.unit === 'V'"
        class="grey"
        :style="{ background: greys[Math.round(2 * number)] }"
        aria-hidden="true"
      />
    </template>
    <div v-else-if="drill.options.length" v-roving role="group" aria-label="Answers" class="options">
      <button
        v-for="(each, at) in drill.options"
        :key="each.key"
        type="button"
        class="option"
        :aria-pressed="drill.answer === 'order' ? order.includes(each.key) : chosen === each.key"
        @click="press(each.key)"
      >
        <i v-if="each.colour" :style="{ background: each.colour }" aria-hidden="true" />
        <b v-if="drill.answer === 'order'" class="at">{{ order.indexOf(each.key) + 1 || "–" }}</b>
        <small v-else aria-hidden="true">{{ at + 1 }}</small>
        <span
          ><template v-if="drill.answer === 'order' && each.said !== each.key">{{ each.key }}: </template
          >{{ each.said }}</span
        >
      </button>
    </div>
    <p v-if="drill.answer === 'order'" class="say" role="status">
      {{ order.length ? order.join(", ") : "Press them one after the other." }}
    </p>
    <template v-if="drill.minutes">
      <p class="clock" role="timer">{{ Math.floor(left / 60) }}:{{ String(left % 60).padStart(2, "0") }}</p>
      <button type="button" class="do" @click="start">Start the clock</button>
    </template>
    <button class="do main" type="submit" :disabled="given === undefined || busy">
      {{ drill.answer === "done" ? "Done" : "That is my answer" }}
    </button>
  </form>
</template>

<style scoped>
.answer {
  display: grid;
  gap: 12px;
  justify-items: start;
}
.slide {
  display: grid;
  gap: 4px;
  width: 100%;
}
output {
  font-weight: 700;
  font-variant-numeric: lining-nums;
}
input[type="range"] {
  width: 100%;
  min-height: 32px;
  accent-color: var(--line);
}
.grey {
  width: 100%;
  height: 64px;
  border: 1px solid var(--line);
}
.options {
  display: grid;
  gap: 6px;
  width: 100%;
}
.option {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  padding: 4px 10px;
  border: 1.5px solid var(--hair);
  text-align: left;
}
.option[aria-pressed="true"] {
  border: 2.5px solid var(--line);
  font-weight: 700;
}
.option i {
  width: 64px;
  height: 40px;
  border: 1px solid var(--line);
}
.option small {
  min-width: 1.2em;
  font-size: 14px;
  color: var(--ink2);
}
.at {
  min-width: 1.2em;
  font-variant-numeric: lining-nums;
}
.clock {
  font-size: 56px;
  line-height: 1.1;
  font-variant-numeric: lining-nums tabular-nums;
}
</style>
