<script setup lang="ts">
/** The stage at the heart: planes marked on the photo, measured, and planned so that they stay apart. */
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { useTable } from "@/api/store";
import { swatch } from "@/api/tries";
import { WHOLE, type View } from "@/picture/close";
import HowClose from "@/picture/HowClose.vue";
import PlanePicture from "@/picture/PlanePicture.vue";
import { PENS, type Pen, type Point } from "@/picture/pen";
import SectionView from "@/picture/SectionView.vue";
import ValueLadder from "@/picture/ValueLadder.vue";
import StageLayout from "../StageLayout.vue";
import FoldedPart from "@/frame/FoldedPart.vue";
import HandlingWords from "./HandlingWords.vue";
import KeptLights from "./KeptLights.vue";
import AirLine from "./AirLine.vue";
import BordersList from "./BordersList.vue";
import MovedWith from "./MovedWith.vue";
import PenLine from "./PenLine.vue";
import PlaneLine from "./PlaneLine.vue";
import PlaneReading from "./PlaneReading.vue";
import ThingsList from "./ThingsList.vue";
import PlanesStart from "./PlanesStart.vue";

const table = useTable();
const pen = ref<Pen | null>(null);
const width = ref(0.01);
const settle = ref(true);
const view = ref<View>(WHOLE);
watch(
  () => view.value.scale >= 2,
  (close) => (table.closeness = close ? 4 : 1),
);
onBeforeUnmount(() => (table.closeness = 1));
const painting = computed(() => table.painting);
const source = computed(() => painting.value?.sources.find((each) => each.main));

function take(wanted: Pen | null): void {
  pen.value = pen.value === wanted ? null : wanted;
  width.value = PENS.find((each) => each.key === wanted)?.width ?? 0.01;
  table.shownBorder = "";
}
async function stroke(points: Point[], closeness: number): Promise<void> {
  if (picking.value) return pickLight(points[0] as Point);
  if (placing.value) {
    placing.value = false;
    placed.value = points[0] as Point;
    return;
  }
  if (keeping.value) {
    keeping.value = false;
    if (points.length > 2) light.value = points;
    return;
  }
  if (!pen.value) return;
  await table.change({
    action: "add_stroke",
    plane: table.plane,
    kind: pen.value,
    points,
    width: width.value,
    settle: pen.value === "level" && settle.value,
    closeness,
  });
}
/** A remedy that says what to mark takes the pen in hand. */
watch(
  () => table.pointing,
  (at) => {
    if (at?.action !== "mark_plane") return;
    if (pen.value !== "mark") take("mark");
    table.pointing = null;
  },
  { immediate: true },
);
function choose(rank: number): void {
  table.plane = rank;
  table.shownBorder = "";
}
/** Planned values before the last one was held, by rank: what moved along is shown against them. */
const valuesBefore = ref<{ held: number; values: Map<number, number> } | null>(null);
async function setValue(rank: number, value: number): Promise<void> {
  const values = new Map(painting.value?.planes.map((each) => [each.rank, each.planned.value]));
  if (await table.change({ action: "set_planned_value", plane: rank, value })) {
    // Held in several small moves it is still one: what moved is told against where they began.
    if (valuesBefore.value?.held !== rank) valuesBefore.value = { held: rank, values };
  }
}
const moved = computed(() => {
  const was = valuesBefore.value;
  if (!was) return [];
  return (painting.value?.planes ?? [])
    .map((plane) => ({ plane, before: was.values.get(plane.rank) ?? plane.planned.value }))
    .filter(
      ({ plane, before }) =>
        plane.rank !== was.held && !plane.locked && Math.abs(plane.planned.value - before) >= 0.05,
    );
});

/** The veil the scene is seen under, or empty for the photo as it is. */
const veil = ref("");
const picking = ref(false);
/** Whether a press says where a new thing stands, and where that was. */
const placing = ref(false);
const placed = ref<Point | null>(null);
/** Whether the next outline is that of a light to keep, and the outline that waits for its name. */
const keeping = ref(false);
const light = ref<Point[]>([]);
function drawLight(): void {
  keeping.value = true;
  document.querySelector(".planes .photo")?.scrollIntoView({ block: "nearest" });
}
const under = computed(() => {
  const found = painting.value;
  if (!found || !veil.value) return "";
  const mark = encodeURIComponent(found.outline_key + found.version);
  return `/api/paintings/${found.id}/veil.jpg?veil=${veil.value}&k=${mark}`;
});
async function pickLight([x, y]: Point): Promise<void> {
  picking.value = false;
  if (!painting.value || !source.value) return;
  const found = await swatch(painting.value.id, source.value.number, x, y).catch(() => null);
  if (found) await table.change({ action: "set_depth", airlight: found.colour });
}
</script>

<template>
  <StageLayout hung>
    <div v-if="painting && source && painting.planes.length" class="planes">
      <PlaneLine class="wide" :planes="painting.planes" :chosen="table.plane" />
      <PlanePicture
        v-model:view="view"
        class="photo"
        :source="source"
        :planes="painting.planes"
        :outlines="table.outlines"
        :chosen="table.plane"
        :border="table.shownBorder"
        :strokes="painting.strokes"
        :pen="keeping ? 'area' : picking || placing ? 'mark' : pen"
        :lights="painting.reserves"
        :light="light"
        :pen-width="width"
        :under="under"
        :asking="
          picking
            ? 'press the light of the air, low in the sky'
            : placing
              ? 'press where the thing stands'
              : keeping
                ? 'draw round the light'
                : ''
        "
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
        <HowClose v-model:view="view" :aspect="source.width_px / source.height_px" :image="source.image" />
      </div>
      <PenLine v-model:width="width" v-model:settle="settle" class="wide" :pen="pen" @take="take" />
      <AirLine
        v-model:under="veil"
        v-model:picking="picking"
        class="wide"
        :depth="painting.depth"
        :source="source"
      />
      <div class="wide scrolls" role="region" aria-label="Section, scrolls sideways">
        <SectionView
          :planes="painting.planes"
          :depth="painting.depth"
          :chosen="table.plane"
          @choose="choose"
          @distance="(rank, metres) => table.change({ action: 'set_plane', plane: rank, distance_m: metres })"
        />
      </div>
    </div>
    <PlanesStart v-else-if="painting" :has-photo="Boolean(source)" />
    <template v-if="painting?.planes.length" #after>
      <p v-if="painting.depth.air_said || painting.depth.warmest_said" class="air-said">
        {{ [painting.depth.warmest_said, painting.depth.air_said].filter(Boolean).join(" ") }}
      </p>
      <FoldedPart
        v-if="table.chosenPlane"
        title="How it is painted"
        :said="table.chosenPlane.name"
        class="handled"
      >
        <HandlingWords
          :name="table.chosenPlane.name"
          :handling="table.chosenPlane.handling"
          @change="(part) => table.change({ action: 'set_plane', plane: table.plane, ...part })"
        />
        <select
          v-for="each in table.choices?.plane_questions"
          :key="each.field"
          class="field"
          :value="table.chosenPlane.taken[each.field]"
          :aria-label="`${each.asks}: ${table.chosenPlane.name}`"
          :title="each.sides.find((side) => side.key === table.chosenPlane?.taken[each.field])?.changes"
          @change="
            table.change({
              action: 'set_plane',
              plane: table.plane,
              [each.field]: ($event.target as HTMLSelectElement).value,
            })
          "
        >
          <option value="">{{ each.usual }}</option>
          <option v-for="side in each.sides" :key="side.key" :value="side.key">{{ side.name }}</option>
        </select>
      </FoldedPart>
      <ThingsList
        v-model:placing="placing"
        :things="painting.elements"
        :planes="painting.planes"
        :at="placed"
        @named="placed = null"
      />
      <KeptLights :lights="painting.reserves" :drawn="light" @draw="drawLight" @named="light = []" />
      <BordersList :borders="painting.borders" :planes="painting.planes" :chosen="table.plane" />
    </template>
    <template #margin>
      <MovedWith :moved="moved" @close="valuesBefore = null" />
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
.air-said {
  margin-top: 12px;
  padding-top: 10px;
  border-top: 1px solid var(--hair);
  font-size: 14.5px;
  line-height: 1.3;
}
.handled {
  margin-top: 12px;
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
  inset: 0 0 auto;
  height: calc(100% - 40px);
}
.beside > :last-child {
  inset: auto 0 0;
  height: auto;
}
/* A tablet held upright: the picture has the width, and the ladder stands beside air and section below it. */
@media (min-width: 901px) and (orientation: portrait) {
  .planes {
    grid-template-columns: 250px minmax(0, 1fr);
  }
  .planes > .photo {
    grid-column: 1 / -1;
  }
  .planes > .pens {
    order: 1;
  }
  .planes > .beside {
    order: 2;
    grid-row: span 2;
    min-height: 380px;
  }
  .planes > .air,
  .planes > .scrolls {
    order: 3;
    grid-column: 2;
  }
}
@media (max-width: 900px) {
  .planes {
    grid-template-columns: minmax(0, 1fr);
  }
  /* The whole picture and the pens on one screen; what wraps stands below, so that the picture stays where it is. */
  .planes > * {
    order: 3;
  }
  .planes > .photo {
    order: 0;
  }
  .planes > .pens {
    order: 1;
  }
  .planes > .plane-line {
    order: 2;
  }
  .beside {
    display: flex;
    flex-direction: column;
  }
  .beside > * {
    position: static;
    height: auto;
    max-height: 400px;
  }
  .beside > :last-child {
    order: -1;
  }
}
</style>
