<script setup lang="ts">
/** The picture of the thumbnails stage: in values or as the photo, looked at in several ways, with a tool in hand. */
import HintTip from "@/frame/HintTip.vue";
import { computed, ref } from "vue";
import type { DivisionOf, Preview, Source, Thumbnail } from "@/api/client";
import { useTable } from "@/api/store";
import FocusMark from "@/picture/FocusMark.vue";
import StrokePad from "@/picture/StrokePad.vue";
import ViewFinder from "@/picture/ViewFinder.vue";
import { fromView, intoView, viewOf, type Crop } from "@/picture/crop";
import type { Point } from "@/picture/pen";
import { vRoving } from "@/look/roving";

export type TrialTool = "focus" | "crop" | "shape" | "pull" | "swatch";

const props = defineProps<{
  /** The source. */
  source: Source;
  /** What is tried, or null while it is being made. */
  preview: Preview | null;
  /** Number of values. */
  steps: number;
  /** The crop, or null for all of it. */
  crop: Crop | null;
  /** Proportions of the viewfinder. */
  ratio: number;
  /** Crops worth trying. */
  suggested: Crop[];
  /** Division drawn over it. */
  division: DivisionOf | null;
  /** Places a judgement points at, in shares of the photo. */
  places: Point[];
  /** Where a shape was pressed, in shares of the thumbnail. */
  pressed: Point | null;
  /** Width of a pulled stroke. */
  pull: number;
  /** Sketches that can be laid over. */
  sketches: Thumbnail[];
}>();
const tool = defineModel<TrialTool | null>("tool", { required: true });
const isolate = defineModel<number | null>("isolate", { required: true });
const emit = defineEmits<{
  crop: [crop: Crop];
  mark: [x: number, y: number];
  press: [at: Point];
  stroke: [points: Point[]];
  swatch: [at: Point];
}>();
const table = useTable();
const way = ref("values");
const mirrored = ref(false);
const upside = ref(false);
const inverted = ref(false);
const noted = ref(false);
const over = ref(0);
const sheer = ref(50);

const WAYS = [
  { key: "values", name: "values" },
  { key: "photo", name: "photo" },
  { key: "grey", name: "photo in grey" },
  { key: "squint", name: "photo, squinting" },
  { key: "covered", name: "photo, whites covered" },
];
const turned = computed(() => mirrored.value || upside.value);
const whole = computed(() => tool.value === "crop");
const view = computed(() => viewOf(whole.value ? null : props.crop, props.source));
const aspect = computed(
  () => (props.source.width_px * view.value.width) / (props.source.height_px * view.value.height),
);
const inValues = computed(() => way.value === "values" && !whole.value && props.preview !== null);
const address = computed(() => {
  if (inValues.value) return props.preview?.image ?? "";
  const here = `/api/paintings/${table.painting?.id}/sources/${props.source.number}`;
  const mark = encodeURIComponent(props.source.image + (table.painting?.outline_key ?? ""));
  if (["grey", "squint", "covered"].includes(way.value)) return `${here}/look.jpg?way=${way.value}&k=${mark}`;
  if (way.value.startsWith("plane"))
    return `${here}/look.jpg?way=plane&plane=${way.value.slice(5)}&k=${mark}`;
  return props.source.image;
});
/** The photo is laid so that just the crop is seen. */
const laid = computed(() => {
  if (inValues.value) return { left: "0", top: "0", width: "100%", height: "100%" };
  const { left, top, width, height } = view.value;
  return {
    left: `${(-100 * left) / width}%`,
    top: `${(-100 * top) / height}%`,
    width: `${100 / width}%`,
    height: `${100 / height}%`,
  };
});
const focus = computed(() => {
  const marked = table.painting?.brief.focus;
  if (!marked || !props.source.main) return null;
  const [x, y] = intoView(view.value, [marked.x, marked.y]);
  return { x, y, reach: marked.reach / view.value.width };
});
const sketch = computed(() => props.sketches.find((each) => each.number === over.value));
const shownPlaces = computed(() =>
  props.places
    .map((place) => intoView(view.value, place))
    .filter(([x, y]) => x >= -0.01 && x <= 1.01 && y >= -0.01 && y <= 1.01),
);
/** Notes of the photo, where they come to lie in the crop. */
const pins = computed(() =>
  noted.value && !whole.value
    ? props.source.notes
        .map((note) => ({
          ...note,
          at: intoView(view.value, [note.x, note.y]),
          end: note.x2 !== null && note.y2 !== null ? intoView(view.value, [note.x2, note.y2]) : null,
        }))
        .filter(({ at: [x, y] }) => x >= 0 && x <= 1 && y >= 0 && y <= 1)
    : [],
);
const finder = computed<Crop>(() => props.crop ?? [0, 0, props.source.width_px, props.source.height_px]);
const high = computed(() => 1000 / aspect.value);

function take(wanted: TrialTool): void {
  tool.value = tool.value === wanted ? null : wanted;
}
function mark(x: number, y: number): void {
  const [px, py] = fromView(view.value, [x, y]);
  emit("mark", px, py);
}
function drawn(points: Point[]): void {
  const at = points[0] as Point;
  if (tool.value === "shape") emit("press", at);
  else if (tool.value === "swatch") emit("swatch", fromView(view.value, at));
  else emit("stroke", points);
}
function see(key: string): void {
  way.value = key;
  isolate.value = null;
}
function only(event: Event): void {
  const said = (event.target as HTMLSelectElement).value;
  if (said.startsWith("step")) {
    way.value = "values";
    isolate.value = Number(said.slice(4));
  } else see(said);
}
</script>

<template>
  <div v-roving="'.hand button, .see button, .ways button'" class="trial">
    <div class="hand" role="group" aria-label="Tools">
      <button v-if="source.main" class="do" :aria-pressed="tool === 'focus'" @click="take('focus')">
        {{
          tool === "focus"
            ? "Press where the eye is to stay"
            : table.painting?.brief.focus
              ? "Move the focus"
              : "Mark the focus"
        }}<HintTip
          text="The one place where the eye is to stay; detail and contrast are weighed against it."
        />
      </button>
      <button class="do" :aria-pressed="tool === 'crop'" @click="take('crop')">
        Viewfinder<HintTip text="Choose a part of the photo as the picture, in any format." />
      </button>
      <button class="do" :aria-pressed="tool === 'shape'" @click="take('shape')">
        Change a shape<HintTip
          text="Press a shape to give it another value, or to join it with its neighbour."
        />
      </button>
      <button class="do" :aria-pressed="tool === 'pull'" @click="take('pull')">
        Pull an edge<HintTip text="Drag the border of a shape to where it is to lie." />
      </button>
      <button class="do" :aria-pressed="tool === 'swatch'" @click="take('swatch')">
        Lift a colour<HintTip text="Press a place to see its colour by itself, and among its neighbours." />
      </button>
    </div>
    <figure class="picture" :style="{ aspectRatio: String(aspect) }">
      <div class="turn" :class="{ mirrored, upside }">
        <img
          :src="address"
          :alt="inValues ? `The photo in ${steps} values` : 'The photo'"
          :class="{ crisp: inValues, inverted }"
          :style="laid"
        />
        <img
          v-if="sketch && !whole"
          class="sketch"
          :src="sketch.image"
          :alt="`${sketch.name}, laid over`"
          :style="{ opacity: sheer / 100 }"
        />
        <svg class="lines" :viewBox="`0 0 1000 ${high}`" preserveAspectRatio="none" aria-hidden="true">
          <template v-if="division && !whole">
            <g v-for="layer in ['under', 'over']" :key="layer" :class="layer">
              <path v-for="share in division.across" :key="`a${share}`" :d="`M${1000 * share},0V${high}`" />
              <path v-for="share in division.down" :key="`d${share}`" :d="`M0,${high * share}H1000`" />
              <path v-if="division.diagonals" :d="`M0,0L1000,${high}M0,${high}L1000,0`" />
            </g>
          </template>
          <g v-for="([x, y], at) in shownPlaces" :key="at">
            <rect class="under" :x="1000 * x - 17" :y="high * y - 17" width="34" height="34" />
            <rect class="over" :x="1000 * x - 17" :y="high * y - 17" width="34" height="34" />
          </g>
          <g v-for="note in pins" :key="`n${note.number}`" class="pin">
            <path
              v-if="note.end"
              class="over"
              :d="`M${1000 * note.at[0]},${high * note.at[1]}L${1000 * note.end[0]},${high * note.end[1]}`"
            />
            <g :transform="`translate(${1000 * note.at[0]} ${high * note.at[1]})`">
              <rect x="-14" y="-14" width="28" height="28" />
              <text text-anchor="middle" y="7">{{ note.number }}</text>
            </g>
          </g>
          <g v-if="pressed && tool === 'shape'">
            <path
              class="under"
              :d="`M${1000 * pressed[0] - 12},${high * pressed[1]}h24M${1000 * pressed[0]},${high * pressed[1] - 12}v24`"
            />
            <path
              class="over"
              :d="`M${1000 * pressed[0] - 12},${high * pressed[1]}h24M${1000 * pressed[0]},${high * pressed[1] - 12}v24`"
            />
          </g>
        </svg>
        <FocusMark
          v-if="source.main && !whole && (focus || tool === 'focus')"
          :focus="focus"
          :aspect="aspect"
          :marking="tool === 'focus' && !turned"
          @mark="mark"
          @done="tool = null"
        />
        <ViewFinder
          v-if="whole"
          :crop="finder"
          :ratio="ratio"
          :size="source"
          :suggested="suggested"
          @crop="(crop) => emit('crop', crop)"
        />
        <StrokePad
          v-if="(tool === 'shape' || tool === 'pull' || tool === 'swatch') && !turned"
          pen="mark"
          :width="pull"
          :label="
            tool === 'shape' ? 'press a shape' : tool === 'pull' ? 'draw along an edge' : 'press a colour'
          "
          @stroke="drawn"
        />
      </div>
      <span v-if="!whole" class="see">
        <button
          class="do on-picture"
          :aria-pressed="way === 'photo'"
          @click="see(way === 'photo' ? 'values' : 'photo')"
        >
          {{ way === "photo" ? "Values" : "Photo" }}
        </button>
      </span>
    </figure>
    <p class="ways">
      See it as
      <select
        class="field"
        aria-label="See it as"
        :value="isolate === null ? way : `step${isolate}`"
        @change="only"
      >
        <option v-for="each in WAYS" :key="each.key" :value="each.key">{{ each.name }}</option>
        <option v-for="(value, at) in preview?.reading.values ?? []" :key="`s${at}`" :value="`step${at}`">
          only {{ value.toFixed(1) }}
        </option>
        <template v-if="source.main">
          <option
            v-for="plane in table.painting?.planes"
            :key="`p${plane.rank}`"
            :value="`plane${plane.rank}`"
          >
            only plane {{ plane.rank }}, {{ plane.name }}
          </option>
        </template>
      </select>
      <button class="do" :aria-pressed="mirrored" @click="mirrored = !mirrored">Mirrored</button>
      <button class="do" :aria-pressed="upside" @click="upside = !upside">Upside down</button>
      <button class="do" :aria-pressed="inverted" @click="inverted = !inverted">Inverted</button>
      <button v-if="source.notes.length" class="do" :aria-pressed="noted" @click="noted = !noted">
        Notes
      </button>
      <template v-if="sketches.length">
        <label
          >over it
          <select v-model="over" class="field" aria-label="Laid over it">
            <option :value="0">nothing</option>
            <option v-for="each in sketches" :key="each.number" :value="each.number">{{ each.name }}</option>
          </select></label
        >
        <input
          v-if="over"
          v-model.number="sheer"
          type="range"
          min="10"
          max="90"
          aria-label="How much of it is seen"
        />
      </template>
      <span v-if="pins.length" class="notes">
        <span v-for="note in pins" :key="note.number"
          ><b>{{ note.number }}</b> {{ [note.text, note.length_said].filter(Boolean).join(" · ") }}
        </span>
      </span>
      <span v-if="turned && tool">Tools rest while the picture is turned.</span>
    </p>
  </div>
</template>

<style scoped>
.hand {
  display: flex;
  flex-wrap: wrap;
  margin-bottom: 6px;
}
.hand .do {
  margin: 0 -1.5px 0 0;
}
.picture {
  position: relative;
  line-height: 0;
  overflow: hidden;
  max-width: 100%;
  max-height: min(440px, 60dvh);
  width: auto;
}
.turn {
  position: absolute;
  inset: 0;
}
.mirrored {
  transform: scaleX(-1);
}
.upside {
  transform: scaleY(-1);
}
.mirrored.upside {
  transform: scale(-1, -1);
}
.picture img {
  position: absolute;
  max-width: none;
}
.picture .sketch {
  inset: 0;
  width: 100%;
  height: 100%;
}
.inverted {
  filter: invert(1);
}
.lines {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.lines path,
.lines rect {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.under,
.under path {
  stroke: #000;
  stroke-width: 3.5;
}
.over,
.over path {
  stroke: #fff;
  stroke-width: 1.6;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  margin-top: 6px;
  font-size: 15px;
}
.notes {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  width: 100%;
}
.pin rect {
  fill: #fff;
  stroke: #000;
}
.pin text {
  fill: #000;
  font-size: 20px;
  font-weight: 700;
}
.ways input {
  width: 110px;
  accent-color: var(--ink);
}
</style>
