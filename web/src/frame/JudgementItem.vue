<script setup lang="ts">
/** One judgement: what was measured, why it matters, what to do, and a way to mean it so. */
import { computed, ref } from "vue";
import type { Judgement, Remedy } from "@/api/client";
import { exerciseFor } from "./exercises";
import HintTip from "./HintTip.vue";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** The judgement. */
  judgement: Judgement;
  /** True for something that is only tried: there is nothing yet to mean. */
  tried?: boolean;
  /** Whether it came with the last change. */
  fresh?: boolean;
  /** Whether it waits in one line until it is opened. */
  folds?: boolean;
}>();
const emit = defineEmits<{ apply: [remedy: Remedy]; mean: [reason: string]; hear: [] }>();
const asking = ref(false);
const exercise = computed(() => exerciseFor(props.judgement.kind));
const reason = ref("");
const silenced = computed(() => props.judgement.meant_so !== null);

function keep(): void {
  emit("mean", reason.value);
  asking.value = false;
  reason.value = "";
}
</script>

<template>
  <li class="judgement" :class="[judgement.severity, { silenced, folds }]">
    <component :is="folds ? 'details' : 'div'">
      <component :is="folds ? 'summary' : 'div'">
        <h2><span v-if="fresh" class="fresh">new</span>{{ judgement.title }}</h2>
      </component>
      <template v-if="!silenced">
        <p>{{ judgement.text }}</p>
        <div v-roving="'button'" class="deeds">
          <button
            v-for="remedy in judgement.remedies"
            :key="remedy.label"
            class="do"
            @click="emit('apply', remedy)"
          >
            {{ remedy.label }}
          </button>
          <button v-if="!asking && !tried" class="do quiet" @click="asking = true">
            I mean it so<HintTip
              text="You know it and want it so: it is not told again, and your reason is printed."
            />
          </button>
          <router-link v-if="exercise && !tried" class="do quiet" :to="`/practice?kind=${exercise}`"
            >Practise it</router-link
          >
        </div>
        <form v-if="asking" class="reason" @submit.prevent="keep">
          <label
            >Why? It is printed with the plan.
            <input v-model="reason" class="field" maxlength="200" placeholder="a word is enough" />
          </label>
          <div class="deeds">
            <button class="do" type="submit">Keep it so</button>
            <button class="do quiet" type="button" @click="asking = false">Cancel</button>
          </div>
        </form>
      </template>
      <p v-else>
        <span class="say">{{ judgement.meant_so }}</span>
        <button class="do quiet" @click="emit('hear')">Show this again</button>
      </p>
    </component>
  </li>
</template>

<style scoped>
.judgement {
  position: relative;
  padding: 0 0 12px 15px;
  margin-bottom: 12px;
  border-bottom: 1px solid var(--hair);
}
.judgement:last-child {
  border-bottom: 0;
}
.judgement::before {
  content: "";
  position: absolute;
  left: 0;
  top: 4px;
  bottom: 16px;
  width: 5px;
  max-height: 84px;
  background: var(--line);
}
.mild::before {
  background: none;
  border: 1.5px solid var(--line);
}
.note::before,
.silenced::before {
  background: none;
  border-left: 1.5px dotted var(--line);
}
h2 {
  display: inline;
}
.judgement p {
  margin-top: 3px;
}
.fresh {
  margin-right: 6px;
  padding: 0 5px 1px;
  border: 1.5px solid var(--line);
  font-size: 14px;
  font-weight: 500;
}
.folds {
  margin-bottom: 0;
  padding-bottom: 8px;
  border-bottom: 0;
}
.folds summary {
  cursor: pointer;
  list-style: none;
  min-height: 30px;
}
.folds summary::-webkit-details-marker {
  display: none;
}
.folds h2 {
  font-weight: 500;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-thickness: 1px;
}
.folds details[open] h2 {
  font-weight: 700;
  text-decoration: none;
}
.folds::before {
  bottom: 12px;
}
p {
  font-size: 15px;
  line-height: 1.3;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 7px;
}
.deeds .do {
  white-space: normal;
  text-align: left;
}
.reason {
  margin-top: 8px;
  font-size: 15px;
}
.reason .field {
  width: 100%;
}
</style>
