<script setup lang="ts">
/** Cuts between values and the smallest shape, with how many shapes are left. */
import { computed } from "vue";
import SlideInput from "./SlideInput.vue";
import { cutMoved, type Drill, type Massing, type MassesTold } from "./practice";

const props = defineProps<{
  /** Its limits are those of the cuts. */
  drill: Drill;
  /** What the cuts make, once it is counted. */
  told: MassesTold | null;
}>();
const massing = defineModel<Massing>({ required: true });
const names = computed(() =>
  massing.value.cuts.map((_, at) => (massing.value.cuts.length === 1 ? "Cut" : `Cut ${at + 1}`)),
);
function move(at: number, to: number): void {
  massing.value = { ...massing.value, cuts: cutMoved(massing.value.cuts, at, to, props.drill) };
}
const few = computed(() => props.told !== null && props.told.shapes <= props.told.most);
</script>

<template>
  <SlideInput
    v-for="(cut, at) in massing.cuts"
    :key="at"
    :name="names[at] ?? ''"
    :said="cut.toFixed(1)"
    :min="drill.low"
    :max="drill.high"
    :step="0.1"
    :model-value="cut"
    @update:model-value="move(at, $event)"
  />
  <SlideInput
    name="Leave out what is smaller than"
    :said="`${(100 * massing.smallest).toFixed(1)} %`"
    :min="0"
    :max="5"
    :step="0.1"
    :model-value="100 * massing.smallest"
    @update:model-value="massing = { ...massing, smallest: $event / 100 }"
  />
  <p v-if="told" class="told" role="status">
    <b>{{ told.shapes }} {{ told.shapes === 1 ? "shape" : "shapes" }}</b
    >, {{ few ? "few enough" : `${told.most} at most` }}; {{ Math.round(100 * told.kept) }} % of the contrast
    between planes is kept
  </p>
</template>
