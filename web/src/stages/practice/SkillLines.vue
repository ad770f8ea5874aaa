<script setup lang="ts">
/** Skills: how many were right, ten answers at a time with the spread, and when each is due again. */
import type { Shown } from "./practice";

defineProps<{
  shown: Shown;
  /** Names of the kinds of drill. */
  named: Map<string, string>;
}>();
const emit = defineEmits<{ practise: [kind: string]; forget: [skill: string] }>();
const WIDE = 180;
const HIGH = 40;
const x = (at: number, count: number) => (count < 2 ? WIDE / 2 : 6 + ((WIDE - 12) * at) / (count - 1));
const y = (share: number) => HIGH - 4 - (HIGH - 8) * share;
</script>

<template>
  <ul class="skills">
    <li v-for="each in shown.skills" :key="each.skill">
      <b>{{ each.skill }}</b>
      <svg
        v-if="each.line.length"
        :viewBox="`0 0 ${WIDE} ${HIGH}`"
        role="img"
        :aria-label="`Right, ten at a time: ${each.line.map((one) => `${Math.round(100 * one.share)} %`).join(', ')}`"
      >
        <line class="hair" x1="0" :x2="WIDE" :y1="y(1)" :y2="y(1)" />
        <line class="hair" x1="0" :x2="WIDE" :y1="y(0)" :y2="y(0)" />
        <line
          v-for="(one, at) in each.line"
          :key="`s${at}`"
          class="spread"
          :x1="x(at, each.line.length)"
          :x2="x(at, each.line.length)"
          :y1="y(one.low)"
          :y2="y(one.high)"
        />
        <polyline
          class="line"
          :points="each.line.map((one, at) => `${x(at, each.line.length)},${y(one.share)}`).join(' ')"
        />
        <circle
          v-for="(one, at) in each.line"
          :key="`c${at}`"
          :cx="x(at, each.line.length)"
          :cy="y(one.share)"
          r="3.5"
        />
      </svg>
      <span v-else class="say">not tried yet</span>
      <span class="said"
        ><template v-if="each.count">{{ each.count }} {{ each.count === 1 ? "answer" : "answers" }}</template
        ><template v-if="each.due_said">, {{ each.due_said }}</template></span
      >
      <span class="deeds">
        <button v-for="kind in each.kinds" :key="kind" class="do quiet" @click="emit('practise', kind)">
          {{ named.get(kind) }}
        </button>
        <button v-if="each.count" class="do quiet" @click="emit('forget', each.skill)">
          Delete these<span class="hidden-label"> answers of {{ each.skill }}</span>
        </button>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.skills {
  display: grid;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 110px 190px minmax(120px, 200px) minmax(0, 1fr);
  gap: 4px 16px;
  align-items: center;
  min-height: 50px;
  border-bottom: 1px solid var(--hair);
}
svg {
  width: 180px;
}
.hair {
  stroke: var(--hair);
}
.spread {
  stroke: var(--ink2);
  stroke-width: 1;
}
.line {
  fill: none;
  stroke: var(--line);
  stroke-width: 2;
}
circle {
  fill: var(--line);
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
@media (max-width: 900px) {
  li {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 0;
  }
}
</style>
