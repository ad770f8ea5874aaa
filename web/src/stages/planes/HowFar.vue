<script setup lang="ts">
/** How far a plane is, from what the painter knows: a height, the sea's horizon, another plane. */
import NumberField from "@/fields/NumberField.vue";
import { computed, ref } from "vue";
import { Problem, type Plane } from "@/api/client";
import { useTable } from "@/api/store";
import { distanceBy, type Known } from "@/api/tries";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** Rank of the plane whose distance is sought. */
  chosen: number;
}>();
const emit = defineEmits<{ done: [] }>();
const table = useTable();
const way = ref<Known["way"]>("times");
const others = computed(() =>
  props.planes.filter((each) => each.rank !== props.chosen && each.distance_m !== null),
);
const other = ref(others.value.at(-1)?.rank ?? 0);
const times = ref(2);
const height = ref(6);
const share = ref(5);
const lens = ref(26);
const eye = ref(1.7);

function known(): Known {
  if (way.value === "times") return { way: "times", plane: other.value, times: times.value };
  if (way.value === "horizon") return { way: "horizon", eye_m: eye.value };
  return { way: "height", height_m: height.value, share: share.value / 100, lens_mm: lens.value };
}
async function say(): Promise<void> {
  const id = table.painting?.id;
  if (!id) return;
  try {
    const found = await distanceBy(id, known());
    if (await table.change({ action: "set_plane", plane: props.chosen, distance_m: found.distance_m }))
      emit("done");
  } catch (cause) {
    if (cause instanceof Problem) table.problem = cause;
  }
}
</script>

<template>
  <form class="far" @submit.prevent="say">
    It is
    <select v-model="way" class="field" aria-label="What is known">
      <option value="times">so many times as far as</option>
      <option value="height">where a thing of known height stands</option>
      <option value="horizon">at the sea's horizon</option>
    </select>
    <template v-if="way === 'times'">
      <select v-model.number="other" class="field" aria-label="As far as which plane">
        <option v-for="each in others" :key="each.rank" :value="each.rank">{{ each.name }}</option>
      </select>
      :
      <NumberField v-model="times" :min="0.01" label="How many times" />
      times
    </template>
    <template v-else-if="way === 'height'">
      :
      <NumberField v-model="height" :min="0.01" label="Its height in metres" />
      m high, taking
      <NumberField v-model="share" :min="0.1" :max="100" label="Of the short side, in per cent" />
      % of the picture's short side, through a
      <NumberField v-model="lens" :min="5" label="Lens in mm, as for 35 mm film" />
      mm lens (as for 35 mm film)
    </template>
    <template v-else>
      , the eye
      <NumberField v-model="eye" :min="0.1" label="Height of the eye in metres" />
      m above it
    </template>
    <button class="do main">Take that distance</button>
    <button type="button" class="do quiet" @click="emit('done')">Cancel</button>
  </form>
</template>

<style scoped>
.far {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 6px;
  align-items: center;
  width: 100%;
  font-size: 15px;
}
</style>
