<script setup lang="ts">
/** The stage at the heart: planes marked on the photo, measured, and planned so that they stay apart. */
import { computed, ref } from "vue";
import { useTable } from "@/api/store";
import PlanePicture from "@/picture/PlanePicture.vue";
import { PENS, type Pen, type Point } from "@/picture/pen";
import SectionView from "@/picture/SectionView.vue";
import ValueLadder from "@/picture/ValueLadder.vue";
import StageLayout from "../StageLayout.vue";
import AirLine from "./AirLine.vue";
import PenLine from "./PenLine.vue";
import PlaneLine from "./PlaneLine.vue";
import PlaneReading from "./PlaneReading.vue";
import PlanesStart from "./PlanesStart.vue";

const table = useTable();
const pen = ref<Pen | null>(null);
const width = ref(0.01);
const painting = computed(() => table.painting);
const source = computed(() => painting.value?.sources.find((each) => each.main));

function take(wanted: Pen | null): void {
  pen.value = pen.value === wanted ? null : wanted;
  width.value = PENS.find((each) => each.key === wanted)?.width ?? 0.01;
  table.shownBorder = "";
}
async function stroke(points: Point[]): Promise<void> {
  if (!pen.value) return;
  await table.change({
    action: "add_stroke",
    plane: table.plane,
    kind: pen.value,
    points,
    width: width.value,
  });
}
function choose(rank: number): void {
  table.plane = rank;
  table.shownBorder = "";
}
async function setValue(rank: number, value: number): Promise<void> {
  await table.change({ action: "set_planned_value", plane: rank, value });
}
</script>

<template>
  <StageLayout>
    <div v-if="painting && source && painting.planes.length" class="planes">
      <PlaneLine class="wide" :planes="painting.planes" :chosen="table.plane" />
      <PlanePicture
        class="photo"
        :source="source"
        :planes="painting.planes"
        :outlines="table.outlines"
        :chosen="table.plane"
        :border="table.shownBorder"
        :strokes="painting.strokes"
        :pen="pen"
        :pen-width="width"
        @stroke="stroke"
        @choose="choose"
      />
      <div class="beside">
        <ValueLadder
          v-if="table.choices"
          :planes="painting.planes"
          :chosen="table.plane"
          :low="painting.depth.low"
          :high="painting.depth.high"
          :reach="table.choices.paint_range"
          @choose="choose"
          @value="setValue"
        />
      </div>
      <PenLine v-model:width="width" class="wide" :pen="pen" @take="take" />
      <AirLine class="wide" :depth="painting.depth" />
      <div class="wide scrolls" tabindex="0" role="region" aria-label="Section, scrolls sideways">
        <SectionView
          :planes="painting.planes"
          :depth="painting.depth"
          :chosen="table.plane"
          @choose="choose"
        />
      </div>
    </div>
    <PlanesStart v-else-if="painting" :has-photo="Boolean(source)" />
    <template #margin>
      <PlaneReading v-if="table.chosenPlane?.reading" :plane="table.chosenPlane" />
    </template>
  </StageLayout>
</template>

<style scoped>
.planes {
  display: grid;
  grid-template-columns: minmax(0, 640px) minmax(150px, 1fr);
  gap: 6px 18px;
  max-width: 980px;
}
.scrolls {
  overflow-x: auto;
}
.wide {
  grid-column: 1 / -1;
}
.photo {
  align-self: start;
}
/* The ladder takes the picture's height, never more. */
.beside {
  position: relative;
}
.beside > * {
  position: absolute;
  inset: 0;
}
@media (max-width: 900px) {
  .planes {
    grid-template-columns: minmax(0, 1fr);
  }
  .beside > * {
    position: static;
    max-height: 400px;
  }
}
</style>
