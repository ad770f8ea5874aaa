<script setup lang="ts">
/** What may be answered: a slider, one of a list, places in an order, cuts, frames, or nothing but a clock. */
import { computed } from "vue";
import { useKeys, isWriting } from "@/frame/keys";
import { vRoving } from "@/look/roving";
import DrillClock from "./DrillClock.vue";
import FramesForm from "./FramesForm.vue";
import MassesForm from "./MassesForm.vue";
import OptionButton from "./OptionButton.vue";
import SlideInput from "./SlideInput.vue";
import {
  complete,
  ordered,
  type Answering,
  type Drill,
  type Frame,
  type Given,
  type Massing,
  type MassesTold,
} from "./practice";

const props = defineProps<{
  drill: Drill;
  /** Screen greys by half a step of value. */
  greys: string[];
  busy: boolean;
  told: MassesTold | null;
}>();
const said = defineModel<Answering>({ required: true });
const format = defineModel<string>("format", { required: true });
const emit = defineEmits<{ answer: [given: Given] }>();
const set = (part: Partial<Answering>) => (said.value = { ...said.value, ...part });
const number = computed({ get: () => said.value.number, set: (to: number) => set({ number: to }) });
const massing = computed({ get: () => said.value.massing, set: (to: Massing) => set({ massing: to }) });
const frames = computed({ get: () => said.value.frames, set: (to: Frame[]) => set({ frames: to }) });
const given = computed(() => complete(props.drill, said.value));
function press(key: string): void {
  if (props.drill.answer === "order") set({ order: ordered(said.value.order, key) });
  else set({ chosen: key });
}
function say(): void {
  if (given.value !== undefined) emit("answer", given.value);
}
const UNITS: Record<string, (at: number) => string> = {
  V: (at) => at.toFixed(1),
  step: (at) => at.toFixed(1),
  line: (at) => `${Math.round(100 * at)} % of the way`,
  row: (at) => `${at.toFixed(1)} % of the height`,
  turn: (at) =>
    at === 0 ? "level" : `${Math.abs(at).toFixed(2)}°, the ${at > 0 ? "right" : "left"} end higher`,
};
const unit = computed(() => (UNITS[props.drill.unit] ?? String)(number.value));
/** A grey between those that were sent by half a step. */
const grey = computed(() => props.greys[Math.round(2 * number.value)]);
const choosing = computed(() => props.drill.answer === "choice" || props.drill.answer === "order");
useKeys((event) => {
  if (isWriting(event.target) || event.ctrlKey || event.metaKey || event.altKey || !choosing.value) return;
  const option = props.drill.options[Number(event.key) - 1];
  if (option) press(option.key);
});
</script>

<template>
  <form class="answer" @submit.prevent="say">
    <template v-if="drill.answer === 'number'">
      <SlideInput
        v-model="number"
        name="Your answer"
        :said="unit"
        :min="drill.low"
        :max="drill.high"
        :step="drill.step"
      />
      <i v-if="drill.unit === 'V'" class="grey" :style="{ background: grey }" aria-hidden="true" />
    </template>
    <MassesForm v-else-if="drill.answer === 'cuts'" v-model="massing" :drill="drill" :told="told" />
    <FramesForm
      v-else-if="drill.answer === 'frames'"
      v-model="frames"
      v-model:chosen="format"
      :drill="drill"
    />
    <div v-else-if="drill.options.length" v-roving role="group" aria-label="Answers" class="options">
      <OptionButton
        v-for="(each, at) in drill.options"
        :key="each.key"
        :pressed="drill.answer === 'order' ? said.order.includes(each.key) : said.chosen === each.key"
        @click="press(each.key)"
      >
        <i v-if="each.colour" :style="{ background: each.colour }" aria-hidden="true" />
        <b v-if="drill.answer === 'order'" class="at">{{ said.order.indexOf(each.key) + 1 || "–" }}</b>
        <small v-else aria-hidden="true">{{ at + 1 }}</small>
        <span
          ><template v-if="drill.answer === 'order' && each.said !== each.key">{{ each.key }}: </template
          >{{ each.said }}</span
        >
      </OptionButton>
    </div>
    <p v-if="drill.answer === 'order'" class="say" role="status">
      {{ said.order.length ? said.order.join(", ") : "Press them one after the other." }}
    </p>
    <DrillClock v-if="drill.minutes" :minutes="drill.minutes" :of="`${drill.kind} ${drill.seed}`" />
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
.options i {
  width: 64px;
  height: 40px;
  border: 1px solid var(--line);
}
.options:has(i) {
  grid-template-columns: repeat(2, minmax(0, 1fr));
}
.options:has(i) i {
  width: 100%;
  height: 84px;
}
.options small {
  min-width: 1.2em;
  font-size: 14px;
  color: var(--ink2);
}
.at {
  min-width: 1.2em;
  font-variant-numeric: lining-nums;
}
</style>
