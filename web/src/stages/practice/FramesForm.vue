<script setup lang="ts">
/** Six formats, one frame each: choose a format, then press on the picture, or slide it. */
import { computed } from "vue";
import { vRoving } from "@/look/roving";
import OptionButton from "./OptionButton.vue";
import SlideInput from "./SlideInput.vue";
import type { Drill, Frame } from "./practice";

const props = defineProps<{
  /** Its options are the formats. */
  drill: Drill;
}>();
const frames = defineModel<Frame[]>({ required: true });
const chosen = defineModel<string>("chosen", { required: true });
const frame = computed(() => frames.value.find((each) => each.key === chosen.value));
const placed = computed(() => frames.value.filter((each) => each.placed).length);
function set(part: Partial<Frame>): void {
  frames.value = frames.value.map((each) =>
    each.key === chosen.value ? { ...each, ...part, placed: true } : each,
  );
}
const slides = [
  { key: "x", said: "Across" },
  { key: "y", said: "Down" },
  { key: "width", said: "Width" },
] as const;
</script>

<template>
  <div v-roving role="group" aria-label="Formats" class="formats">
    <OptionButton
      v-for="each in props.drill.options"
      :key="each.key"
      :pressed="chosen === each.key"
      @click="chosen = each.key"
    >
      {{ each.said }}
      <span v-if="frames.find((one) => one.key === each.key)?.placed" class="say">placed</span>
    </OptionButton>
  </div>
  <template v-if="frame">
    <SlideInput
      v-for="each in slides"
      :key="each.key"
      :name="each.said"
      :said="`${Math.round(100 * frame[each.key])} %`"
      :min="each.key === 'width' ? Math.round(100 * drill.low) : 0"
      :max="100"
      :step="1"
      :model-value="Math.round(100 * frame[each.key])"
      @update:model-value="set({ [each.key]: $event / 100 })"
    />
  </template>
  <p class="say" role="status">{{ placed }} of {{ frames.length }} placed</p>
</template>

<style scoped>
.formats {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 6px;
  width: 100%;
}
</style>
