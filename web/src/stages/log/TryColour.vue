<script setup lang="ts">
/** A colour tried on a copy of the painting, before the paint is touched. */
import { computed, ref, shallowRef, watch } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";
import { useMixes } from "@/stages/mixes/mixes";

const props = defineProps<{
  /** Number of the photo. */
  photo: number;
  /** Address of the painting as it is. */
  flat: string;
}>();
const table = useTable();
const mixes = useMixes();
type Way = "flat" | "glaze" | "scumble";
const WAYS: [Way, string][] = [
  ["scumble", "as a scumble"],
  ["glaze", "as a glaze"],
  ["flat", "flat"],
];
const way = ref<Way>("scumble");
const strength = ref(1);
const place = ref("");
const made = shallowRef<Schemas["TriedView"] | null>(null);
/** Mixes of the palette; without one, the planned colours of the planes. */
const colours = computed(() => {
  const found = (mixes.found?.mixes ?? []).filter((each) => each.element === 0);
  if (found.length)
    return found.map((each) => ({
      key: `${each.plane} ${each.part}`,
      said: `${each.name}, ${each.part}, ${each.value.toFixed(1)}`,
      colour: each.recipe.colour,
    }));
  return (table.painting?.planes ?? []).map((each) => ({
    key: `${each.rank}`,
    said: `${each.name}, ${each.planned.value.toFixed(1)}`,
    colour: each.planned.colour,
  }));
});
const colour = computed(
  () =>
    colours.value.find((each) => each.key === place.value) ??
    colours.value.find((each) => each.key.startsWith(`${table.plane}`)),
);
void mixes.load();
const PAUSE_MS = 160;
let timer = 0;
let run = 0;
watch(
  [() => props.photo, () => table.plane, way, strength, () => colour.value?.colour],
  () => {
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void ask(), PAUSE_MS);
  },
  { immediate: true },
);
async function ask(): Promise<void> {
  const painting = table.painting;
  if (!painting || !colour.value) return;
  const mine = ++run;
  const query = { plane: table.plane, colour: colour.value.colour, way: way.value, strength: strength.value };
  const path = { painting_id: painting.id, number: props.photo };
  const found = await content(
    client.GET("/api/paintings/{painting_id}/photos/{number}/tried", { params: { path, query } }),
  ).catch(() => null);
  if (mine === run) made.value = found;
}
</script>

<template>
  <div class="try">
    <img :src="made?.image ?? flat" alt="The painting with the colour tried on it" />
    <p class="line">
      Over
      <select v-model.number="table.plane" class="field" aria-label="Plane">
        <option v-for="each in table.painting?.planes ?? []" :key="each.rank" :value="each.rank">
          {{ each.name }}
        </option>
      </select>
      <i :style="{ background: colour?.colour }" aria-hidden="true" />
      <select v-model="place" class="field" aria-label="Colour">
        <option value="">its own mix</option>
        <option v-for="each in colours" :key="each.key" :value="each.key">{{ each.said }}</option>
      </select>
      <select v-model="way" class="field" aria-label="How it is laid">
        <option v-for="[key, said] in WAYS" :key="key" :value="key">{{ said }}</option>
      </select>
      <label
        >how much
        <input
          v-model.number="strength"
          type="range"
          min="0"
          max="3"
          step="0.1"
          :aria-valuetext="strength.toFixed(1)"
      /></label>
    </p>
    <p role="status">{{ made?.said ?? "Nothing of this plane is seen on the photo." }}</p>
  </div>
</template>

<style scoped>
img {
  display: block;
  width: 100%;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin-top: 6px;
}
i {
  width: 28px;
  height: 20px;
  border: 1px solid var(--line);
}
input[type="range"] {
  accent-color: var(--line);
  vertical-align: middle;
}
</style>
