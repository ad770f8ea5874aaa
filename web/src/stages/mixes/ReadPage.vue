<script setup lang="ts">
/** A photographed page of swatches: boxes are proposed, put right by hand, and read for all tubes at once. */
import NumberField from "@/fields/NumberField.vue";
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { client, content, Problem, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";
import NoticeLine from "@/frame/NoticeLine.vue";
import { useCardedPhotos, WITHOUT_CARD } from "./carded";
import type { Tube } from "./mixes";

type Box = Schemas["SwatchBoxView"];
/** What a box is taken for. */
type As = "paint" | "tint" | "wash" | "out";
const SAID: Record<As, string> = {
  paint: "paint as it comes",
  tint: "tint with white",
  wash: "a wash",
  out: "left out",
};
const MOST_WASHES = 5;
const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  /** The tubes of the palette, in its order. */
  tubes: Tube[];
  /** Whether the painting is in watercolour: rows are washes then. */
  transparent: boolean;
}>();
const NEXT = computed<Partial<Record<As, As>>>(() =>
  props.transparent ? { wash: "out", out: "wash" } : { paint: "tint", tint: "out", out: "paint" },
);
const table = useTable();
const { source, photos, photo } = useCardedPhotos();
const boxes = ref<Box[] | null>(null);
const taken = ref<As[]>([]);
/** Tube of each row; 0 for none. */
const tubeOf = ref<Record<number, number>>({});
const parts = ref(10);
const rows = computed(() => [...new Set((boxes.value ?? []).map((each) => each.row))]);

watch(open, (now) => {
  table.inDialog = now;
  table.problem = null;
  if (now) source.value = photos.value[0]?.number ?? 0;
});
watch([open, source], async ([now], _, onCleanup) => {
  let overtaken = false;
  onCleanup(() => (overtaken = true));
  boxes.value = null;
  const [painting, seen] = [table.painting, photo.value];
  if (!now || !painting || !seen) return;
  const path = { painting_id: painting.id, number: seen.number };
  try {
    const made = await content(
      client.GET("/api/paintings/{painting_id}/sources/{number}/swatches", { params: { path } }),
    );
    if (!overtaken) take(made);
  } catch (problem) {
    if (problem instanceof Problem) table.problem = problem;
    if (!overtaken) boxes.value = [];
  }
});
onBeforeUnmount(() => (table.inDialog = false));

/** In a row the first box is the paint, the last one its tint, in watercolour each a wash; its tube is the one whose colour is nearest. */
function take(made: Box[]): void {
  boxes.value = made;
  taken.value = made.map((each, at) => {
    if (props.transparent) return "wash";
    if (made[at - 1]?.row !== each.row) return "paint";
    return made[at + 1]?.row === each.row ? "out" : "tint";
  });
  tubeOf.value = Object.fromEntries(made.map((each) => [each.row, each.tube]));
}
function turn(at: number): void {
  taken.value[at] = NEXT.value[taken.value[at] ?? "out"] ?? "out";
}
type Place = [number, number];
/** Middles of the boxes of a row that are taken for something. */
function middles(row: number, as: As): Place[] {
  return (boxes.value ?? []).flatMap((box, at) =>
    box.row === row && taken.value[at] === as
      ? [[(box.left + box.right) / 2, (box.top + box.bottom) / 2] as Place]
      : [],
  );
}
/** What would be read: rows with a tube and a box that is its paint, or with two washes and more. */
const painted = computed(() =>
  rows.value.flatMap((row) => {
    const [tube, paint] = [tubeOf.value[row] ?? 0, middles(row, "paint")[0]];
    return tube && paint
      ? [[tube, paint, middles(row, "tint")[0] ?? null] as [number, Place, Place | null]]
      : [];
  }),
);
const washed = computed(() =>
  rows.value.flatMap((row) => {
    const [tube, washes] = [tubeOf.value[row] ?? 0, middles(row, "wash")];
    return tube && washes.length > 1 ? [[tube, washes.slice(0, MOST_WASHES)] as [number, Place[]]] : [];
  }),
);
const found = computed<[number, ...unknown[]][]>(() => (props.transparent ? washed.value : painted.value));
const twice = computed(() => new Set(found.value.map(([tube]) => tube)).size < found.value.length);
async function keep(): Promise<void> {
  if (!photo.value) return;
  const source = photo.value.number;
  const went = await table.change(
    props.transparent
      ? { action: "read_washes", source, rows: washed.value }
      : { action: "read_page", source, rows: painted.value, tint_parts: parts.value },
  );
  if (went) open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" width="980" aria-label="Read a page of swatches">
    <form class="sheet" @submit.prevent="keep">
      <h1>A page of your own swatches</h1>
      <NoticeLine :problem="table.problem" @close="table.problem = null" />
      <template v-if="photo">
        <p>
          On
          <select v-model.number="source" class="field" aria-label="Photo">
            <option v-for="each in photos" :key="each.number" :value="each.number">{{ each.name }}</option>
          </select>
          each row is a tube:
          <template v-if="transparent">
            two to five washes of it on white paper, one as strong as it comes, one half as strong, one pale.
            How strong each is, is found with the paint.
          </template>
          <template v-else>
            first the paint as it comes, then its tint with
            <NumberField v-model="parts" :min="0.5" :max="200" :step="0.5" label="Parts of white" />
            parts of white.
          </template>
          Press a box to say what it is; a wrong one is left out.
        </p>
        <p v-if="boxes === null" role="status" class="say">Looking for the boxes…</p>
        <p v-else-if="!boxes.length">
          No boxes were found. Dab them with white paper between, fill the picture with the page, or read one
          tube at a time.
        </p>
        <div v-else class="page">
          <div class="picture">
            <img :src="photo.image" alt="" />
            <button
              v-for="(box, at) in boxes"
              :key="at"
              type="button"
              class="box on-picture"
              :class="taken[at]"
              :style="{
                left: `${100 * box.left}%`,
                top: `${100 * box.top}%`,
                width: `${100 * (box.right - box.left)}%`,
                height: `${100 * (box.bottom - box.top)}%`,
              }"
              @click="turn(at)"
            >
              <span class="hidden-label">Row {{ box.row + 1 }}: {{ SAID[taken[at] ?? "out"] }}</span>
              <b aria-hidden="true">{{
                taken[at] === "tint" ? "+" : taken[at] === "out" ? "×" : box.row + 1
              }}</b>
            </button>
          </div>
          <ul>
            <li v-for="row in rows" :key="row">
              <b>{{ row + 1 }}</b>
              <template v-for="(box, at) in boxes" :key="at">
                <i v-if="box.row === row && taken[at] !== 'out'" :style="{ background: box.colour }" />
              </template>
              <select v-model.number="tubeOf[row]" class="field" :aria-label="`Tube of row ${row + 1}`">
                <option :value="0">no tube</option>
                <option v-for="each in tubes" :key="each.number" :value="each.number">{{ each.name }}</option>
              </select>
            </li>
          </ul>
        </div>
        <p v-if="twice" role="alert">A tube is named in two rows: give each its own.</p>
      </template>
      <p v-else>{{ WITHOUT_CARD }}</p>
      <div class="deeds">
        <button class="do main" type="submit" :disabled="!found.length || twice">
          Read {{ found.length }} {{ found.length === 1 ? "tube" : "tubes" }}
        </button>
        <button class="do quiet" type="button" @click="open = false">Cancel</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 18px;
  margin: 10px 0;
  align-items: start;
}
.picture {
  position: relative;
}
img {
  display: block;
  width: 100%;
}
.box {
  position: absolute;
  border: 2px solid #fff;
  outline: 2px solid #111;
}
.box.tint {
  border-style: dashed;
}
.box.out {
  border: 1px dotted #fff;
  outline: 1px dotted #111;
}
.box b {
  position: absolute;
  left: 0;
  top: 0;
  min-width: 20px;
  padding: 0 3px;
  background: #111;
  color: #fff;
  font-size: 14px;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
li i {
  width: 26px;
  height: 22px;
}
.deeds {
  display: flex;
  gap: 10px;
}
@media (max-width: 760px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
