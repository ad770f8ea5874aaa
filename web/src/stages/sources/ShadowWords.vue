<script setup lang="ts">
/** Where the shadows of marked uprights fall: by one drawn shadow, or by the sun of an hour. */
import { ref, watch } from "vue";
import { Problem, type Source } from "@/api/client";
import { useTable } from "@/api/store";
import { shadows } from "@/api/tries";
import MomentField from "@/fields/MomentField.vue";
import type { Point } from "@/picture/pen";

const props = defineProps<{
  /** The source. */
  source: Source;
}>();
const emit = defineEmits<{ guides: [guides: Point[][]] }>();
const WINDS = ["north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"];
const table = useTable();
const facing = ref("");
/** Noon of today, until another hour is said. */
const at = ref(`${new Date((table.painting?.work.now_min ?? 0) * 60000).toISOString().slice(0, 10)}T12:00`);
const said = ref("");
watch(
  () => props.source.number,
  () => {
    said.value = "";
    emit("guides", []);
  },
);

async function work(): Promise<void> {
  if (!table.painting) return;
  const bearing = facing.value === "" ? null : 45 * Number(facing.value);
  try {
    const found = await shadows(table.painting.id, props.source.number, bearing, at.value);
    said.value = found.said;
    emit(
      "guides",
      found.guides.map((each) => [each.foot as Point, each.end as Point]),
    );
  } catch (problem) {
    said.value = "";
    emit("guides", []);
    if (problem instanceof Problem) table.problem = problem;
  }
}
</script>

<template>
  <form class="line" @submit.prevent="work">
    Or let the shadows of all upright scale marks be worked out
    <select v-model="facing" class="field" aria-label="By what">
      <option value="">by the shadow I drew</option>
      <option v-for="(wind, index) in WINDS" :key="wind" :value="String(index)">
        by the sun, looking {{ wind }}
      </option>
    </select>
    <template v-if="facing !== ''"> on <MomentField v-model="at" label="Taken" /> </template>
    <button class="do">Draw them</button>
    <span v-if="said" role="status">{{ said }}</span>
  </form>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  margin-bottom: 8px;
}
</style>
