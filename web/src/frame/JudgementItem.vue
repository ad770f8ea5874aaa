<script setup lang="ts">
/** One judgement: what was measured, why it matters, what to do, and a way to mean it so. */
import { computed, ref } from "vue";
import type { Judgement, Remedy } from "@/api/client";

const props = defineProps<{
  /** The judgement. */
  judgement: Judgement;
  /** True for something that is only tried: there is nothing yet to mean. */
  tried?: boolean;
}>();
const emit = defineEmits<{ apply: [remedy: Remedy]; mean: [reason: string]; hear: [] }>();
const asking = ref(false);
const reason = ref("");
const silenced = computed(() => props.judgement.meant_so !== null);

function keep(): void {
  emit("mean", reason.value);
  asking.value = false;
  reason.value = "";
}
</script>

<template>
  <li class="judgement" :class="[judgement.severity, { silenced }]">
    <h2>{{ judgement.title }}</h2>
    <template v-if="!silenced">
      <p>{{ judgement.text }}</p>
      <div class="deeds">
        <button
          v-for="remedy in judgement.remedies"
          :key="remedy.label"
          class="do"
          @click="emit('apply', remedy)"
        >
          {{ remedy.label }}
        </button>
        <button v-if="!asking && !tried" class="do quiet" @click="asking = true">I mean it so</button>
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
  margin-bottom: 3px;
}
p {
  font-size: 14px;
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
  font-size: 14px;
}
.reason .field {
  width: 100%;
}
</style>
