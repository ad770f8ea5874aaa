<script setup lang="ts">
/** Formats beside the viewfinder: the usual ones, one's own, six side by side, and crops worth trying. */
import { computed, ref, watch } from "vue";
import type { FormatTried, Source, Suggestion, Tried } from "@/api/client";
import { problemFrom } from "@/api/client";
import { useTable } from "@/api/store";
import { crops, formats } from "@/api/tries";
import { fitted, type Crop } from "@/picture/crop";

const props = defineProps<{
  /** The source that is cropped. */
  source: Source;
  /** The thumbnail as it is tried now. */
  tried: Tried;
  /** The window, or null for all of the photo. */
  crop: Crop | null;
}>();
const emit = defineEmits<{
  crop: [crop: Crop | null];
  ratio: [ratio: number];
  suggested: [crops: Crop[]];
  done: [];
}>();
const table = useTable();
const format = ref("now");
const custom = ref("7:5");
const six = ref<FormatTried[]>([]);
const found = ref<Suggestion[]>([]);
const said = ref("");
/** Proportions the viewfinder was taken up with: nothing changes until another format is chosen. */
const started = props.crop ? props.crop[2] / props.crop[3] : props.source.width_px / props.source.height_px;
const SIX = ["own", "square", "landscape_4_3", "tall_3_4", "panorama_2_1", "landscape_3_2"];

const ratio = computed(() => {
  const brief = table.painting?.brief;
  if (format.value === "now") return started;
  if (format.value === "own") return brief ? brief.width_cm / brief.height_cm : 1.5;
  if (format.value === "custom") {
    const [across = 0, down = 0] = custom.value.split(":").map((part) => Number(part.replace(",", ".")));
    return across > 0 && down > 0 ? Math.min(6, Math.max(1 / 6, across / down)) : 1.5;
  }
  return table.choices?.formats.find((each) => each.key === format.value)?.ratio ?? 1.5;
});
const asked = computed(() => {
  if (format.value === "custom") return custom.value;
  return format.value === "now" ? `${started.toFixed(4)}:1` : format.value;
});

watch(
  ratio,
  (now, before) => {
    emit("ratio", now);
    if (before === undefined) return;
    const [x, y, w, h] = props.crop ?? [0, 0, props.source.width_px, props.source.height_px];
    const focus = table.painting?.brief.focus;
    const whole = !props.crop && focus && props.source.main;
    const middle: [number, number] = whole
      ? [focus.x * props.source.width_px, focus.y * props.source.height_px]
      : [x + w / 2, y + h / 2];
    emit("crop", fitted(middle, Math.max(w, h * now), now, props.source));
    found.value = [];
    emit("suggested", []);
  },
  { immediate: true },
);

async function suggest(): Promise<void> {
  said.value = "";
  try {
    found.value = await crops(table.painting?.id ?? 0, props.source.number, asked.value);
    emit(
      "suggested",
      found.value.map((each) => each.crop as Crop),
    );
    if (!found.value.length) said.value = "No part of this format keeps the focus whole.";
  } catch (cause) {
    const problem = cause as ReturnType<typeof problemFrom>;
    said.value = `${problem.message} ${problem.wayOut}`;
  }
}
async function sideBySide(): Promise<void> {
  const tried = { ...props.tried, crop: null, edits: null, cuts: null };
  six.value = await formats(table.painting?.id ?? 0, tried, SIX).catch(() => []);
}
</script>

<template>
  <div class="crops">
    <p class="line">
      <select v-model="format" class="field" aria-label="Format">
        <option value="now">As it is</option>
        <option value="own">The support's own</option>
        <option v-for="each in table.choices?.formats" :key="each.key" :value="each.key">
          {{ each.name }}
        </option>
        <option value="custom">One's own</option>
      </select>
      <input
        v-if="format === 'custom'"
        v-model.lazy="custom"
        class="field"
        size="5"
        aria-label="Proportions, width to height"
      />
      <span v-if="crop">{{ crop[2] }} x {{ crop[3] }} pixels</span>
      <button class="do" @click="suggest">Crops worth trying</button>
      <button class="do" @click="sideBySide">Six formats side by side</button>
      <button class="do quiet" @click="emit('crop', null)">The whole photo</button>
      <button class="do main" @click="emit('done')">Done</button>
    </p>
    <p v-if="said" role="status">{{ said }}</p>
    <ul v-if="found.length" class="worth" aria-label="Crops worth trying">
      <li v-for="(each, at) in found" :key="at">
        <button class="do" @click="emit('crop', each.crop as Crop)">{{ at + 1 }}</button>
        {{ each.why }}
      </li>
    </ul>
    <ul v-if="six.length" class="six" aria-label="Formats side by side">
      <li v-for="each in six" :key="each.key">
        <button
          :aria-label="`Take ${each.name}`"
          @click="
            format = each.key;
            emit('crop', each.crop as Crop);
          "
        >
          <img :src="each.image" :alt="each.name" />
        </button>
        <b>{{ each.name }}</b>
        <span>{{ each.cut_focus ? "the focus is cut off" : each.said }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.crops {
  font-size: 15px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}
.worth li {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 4px;
}
.worth .do {
  min-width: 30px;
}
.six {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 16px;
  margin-top: 8px;
}
.six li {
  display: grid;
  font-size: 14.5px;
  line-height: 1.2;
  max-width: 170px;
}
.six img {
  height: 96px;
  max-width: 170px;
  object-fit: contain;
  object-position: left;
}
</style>
