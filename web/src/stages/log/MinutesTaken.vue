<script setup lang="ts">
/** Minutes of each plane: planned as an outline, taken as paint, still to come as a dotted outline. */
import { computed } from "vue";
import { useTable } from "@/api/store";
import type { Log } from "./log";

const props = defineProps<{
  /** Minutes plane by plane. */
  minutes: Log["minutes"];
}>();
const table = useTable();
const most = computed(() =>
  Math.max(10, ...props.minutes.flatMap((each) => [each.planned + each.ahead, each.taken])),
);
function wide(minutes: number): string {
  return `${(100 * minutes) / most.value}%`;
}
function colour(rank: number): string {
  return table.painting?.planes.find((each) => each.rank === rank)?.planned.colour ?? "var(--ink2)";
}
</script>

<template>
  <section aria-label="Minutes, planned and taken">
    <h2>Minutes: planned (outline), taken (paint)</h2>
    <ul>
      <li v-for="each in minutes" :key="each.rank">
        <span class="name">{{ each.name }}</span>
        <span class="bars" aria-hidden="true">
          <i v-if="each.planned" class="planned" :style="{ width: wide(each.planned) }" /><i
            v-if="each.ahead"
            class="ahead"
            :style="{ left: wide(each.planned), width: wide(each.ahead) }"
          />
          <i
            v-if="each.taken"
            class="taken"
            :style="{ width: wide(each.taken), background: colour(each.rank) }"
          />
        </span>
        <span class="said"
          ><b v-if="each.taken">{{ each.taken }} for {{ each.planned }}</b
          ><template v-if="each.ahead"
            ><template v-if="each.taken">, </template>{{ each.ahead }} to come</template
          ></span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr) 150px;
  gap: 12px;
  align-items: center;
  min-height: 34px;
}
.bars {
  position: relative;
  display: block;
  height: 26px;
}
.bars i {
  position: absolute;
  display: block;
  height: 11px;
}
.planned {
  top: 0;
  left: 0;
  border: 1.5px solid var(--line);
}
.ahead {
  top: 0;
  border: 1.5px dotted var(--ink2);
}
.taken {
  top: 13px;
  left: 0;
  outline: 1px solid var(--hair);
}
@media (max-width: 600px) {
  li {
    grid-template-columns: 92px minmax(0, 1fr) 92px;
    gap: 6px;
  }
}
</style>
