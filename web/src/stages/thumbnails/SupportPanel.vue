<script setup lang="ts">
/** From the thumbnail to the support: divisions with their measures, the drawing at true size, open files. */
import { computed, ref, watch } from "vue";
import type { DivisionOf, Thumbnail, Tried } from "@/api/client";
import { useTable } from "@/api/store";
import { divisions, drawing } from "@/api/tries";
import FoldedPart from "@/frame/FoldedPart.vue";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** The thumbnail as it is tried now. */
  tried: Tried;
  /** The kept thumbnail that is shown, unchanged, or undefined. */
  kept: Thumbnail | undefined;
}>();
const emit = defineEmits<{ divide: [division: DivisionOf | null] }>();
const table = useTable();
const list = ref<DivisionOf[]>([]);
const key = ref("none");
const grid = ref("");
const paper = ref("a4");
const said = ref("");

const chosen = computed(() => list.value.find((each) => each.key === key.value) ?? null);
const query = computed(() => {
  const words = new URLSearchParams({ division: key.value, paper: paper.value });
  const side = Number(grid.value.replace(",", "."));
  if (grid.value.trim() && side >= 0.5 && side <= 50) words.set("grid_cm", String(side));
  return words.toString();
});
const base = computed(() => `/api/paintings/${table.painting?.id}/thumbnails/${props.kept?.number}`);

watch(
  () => [props.tried.source, props.tried.crop, table.painting?.version],
  async () => {
    const id = table.painting?.id;
    if (!id || !props.tried.source) return;
    list.value = await divisions(id, { ...props.tried, isolate: null }).catch(() => []);
  },
  { immediate: true },
);
watch(
  () => [props.kept?.number, props.kept?.image, table.painting?.version],
  async () => {
    said.value = "";
    const id = table.painting?.id;
    const number = props.kept?.number;
    if (!id || !number) return;
    const found = await drawing(id, number).catch(() => null);
    if (props.kept?.number === number) said.value = found?.said ?? "";
  },
  { immediate: true },
);
watch(chosen, (now) => emit("divide", now));
</script>

<template>
  <FoldedPart class="support" title="To the support" said="divide it, draw it, export it">
    <p>
      Divide it by
      <select v-model="key" class="field" aria-label="Division">
        <option value="none">nothing</option>
        <option v-for="each in list" :key="each.key" :value="each.key">{{ each.name.toLowerCase() }}</option>
      </select>
      <template v-if="chosen">
        : {{ [chosen.along_top, chosen.along_side].filter(Boolean).join("; ") }}. {{ chosen.focus_said }}
      </template>
    </p>
    <p>
      Draw with
      <select
        class="field"
        :value="table.painting?.brief.drawing_medium"
        aria-label="What is drawn with"
        @change="
          table.change({
            action: 'set_brief',
            drawing_medium: ($event.target as HTMLSelectElement).value,
          })
        "
      >
        <option v-for="each in table.choices?.drawing_media" :key="each.key" :value="each.key">
          {{ each.name }}
        </option>
      </select>
      ,
      <select
        class="field"
        :value="table.painting?.brief.drawing_detail"
        aria-label="How much is drawn"
        @change="
          table.change({
            action: 'set_brief',
            drawing_detail: ($event.target as HTMLSelectElement).value,
          })
        "
      >
        <option v-for="each in table.choices?.drawing_details" :key="each.key" :value="each.key">
          {{ each.name }}
        </option>
      </select>
      . {{ said }}
    </p>
    <p v-if="kept" v-roving="'a'" class="line">
      <label
        >grid <input v-model="grid" class="field" size="3" inputmode="decimal" placeholder="none" /> cm</label
      >
      <select v-model="paper" class="field" aria-label="Paper">
        <option value="a4">A4</option>
        <option value="a3">A3</option>
        <option value="letter">Letter</option>
      </select>
      <a class="do" target="_blank" :href="`${base}/drawing.pdf?${query}`">Print at true size</a>
      <a class="do quiet" download :href="`${base}/drawing.svg?${query}`">as SVG</a>
      <span class="gap"></span>
      This thumbnail as
      <a class="do quiet" download :href="`${base}/file.png`">PNG</a>
      <a class="do quiet" download :href="`${base}/file.svg`">SVG</a>
      <a class="do quiet" download :href="`${base}/file.ora`">OpenRaster</a>
    </p>
    <p v-else class="faint">Keep this thumbnail to print or take it out.</p>
  </FoldedPart>
</template>

<style scoped>
.support p {
  margin-top: 4px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.gap {
  width: 12px;
}
.faint {
  color: var(--ink2);
}
</style>
