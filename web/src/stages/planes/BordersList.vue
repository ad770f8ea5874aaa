<script setup lang="ts">
/** Where the chosen plane meets others: how long, how ragged, how far apart, and how the edge wants to be painted. */
import { computed } from "vue";
import type { Border, Plane } from "@/api/client";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** All borders. */
  borders: Border[];
  /** Planes, farthest first. */
  planes: Plane[];
  /** Rank of the chosen plane. */
  chosen: number;
}>();
const table = useTable();
const own = computed(() =>
  props.borders
    .filter((each) => each.far === props.chosen || each.near === props.chosen)
    .map((each) => ({ ...each, other: each.far === props.chosen ? each.near : each.far }))
    .sort((a, b) => a.other - b.other),
);
function nameOf(rank: number): string {
  return props.planes.find((each) => each.rank === rank)?.name ?? "";
}
function show(border: Border): void {
  void table.apply({
    label: "",
    action: "show_border",
    arguments: { far: border.far, near: border.near },
  });
}
</script>

<template>
  <section v-if="own.length" class="borders" aria-label="Where it meets others">
    <h2>Edges</h2>
    <ul>
      <li v-for="each in own" :key="each.other">
        <button class="do quiet" @click="show(each)">{{ nameOf(each.other) }}</button>
        <span
          ><b>{{ each.edge }}</b
          >, {{ each.length_said }}, {{ each.planned_difference.toFixed(1) }} apart<template
            v-if="each.ragged > 1.25"
            >, ragged</template
          >. {{ each.edge_said[0]?.toUpperCase() }}{{ each.edge_said.slice(1) }}.</span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.borders {
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--hair);
  font-size: 14.5px;
  line-height: 1.25;
}
li {
  margin-top: 4px;
}
li .do {
  min-height: 0;
  padding: 0 4px 0 0;
  font-size: 14.5px;
}
</style>
