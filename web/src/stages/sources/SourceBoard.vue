<script setup lang="ts">
/** One source, large, with a tool in hand; what was drawn is said in a sentence before it is kept. */
import { computed, ref, watch } from "vue";
import { Problem, type Change, type PageFrame, type Source } from "@/api/client";
import { useTable } from "@/api/store";
import { bays as findBays, frames as findFrames, horizon as findHorizon } from "@/api/tries";
import HintTip from "@/frame/HintTip.vue";
import CloseUp from "@/picture/CloseUp.vue";
import HowClose from "@/picture/HowClose.vue";
import { WHOLE, type View } from "@/picture/close";
import StrokePad from "@/picture/StrokePad.vue";
import type { Point } from "@/picture/pen";
import SourceMarks from "./SourceMarks.vue";
import ToolWords from "./ToolWords.vue";
import { asItCame, changeOf, goes, TOOLS, type Tool } from "./tools";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** The source. */
  source: Source;
}>();
const tool = defineModel<Tool | null>("tool", { required: true });
const table = useTable();
const track = ref<Point[]>([]);
const view = ref<View>(WHOLE);
const before = ref(false);
const lost = ref(false);
const meant = ref(0);
/** Numbers of the notes that a judgement speaks of. */
const pointed = computed(() => {
  const at = table.pointing;
  return at?.action === "show_notes" && at.arguments.source === props.source.number
    ? (at.arguments.notes as number[])
    : [];
});
const moving = ref(0);
const corners = ref<Point[]>([]);
const found = ref<PageFrame[]>([]);
const candidates = ref<number[]>([]);
const level = ref<number | null>(null);

const aspect = computed(() => props.source.width_px / props.source.height_px);
const developed = computed(() => props.source.image !== props.source.as_it_came);
const label = computed(() =>
  moving.value ? "draw to where it goes" : (TOOLS.find((each) => each.key === tool.value)?.said ?? ""),
);
const isPage = computed(() => props.source.kind === "page" || tool.value === "corners");
const frames = computed<Point[][]>(() => {
  if (!isPage.value) return [];
  const sure = found.value
    .filter((frame) => frame.sure)
    .map((frame) => frame.corners.map(([x = 0, y = 0]) => [x, y] as Point));
  return corners.value.length ? [...sure, corners.value] : sure;
});

async function look(): Promise<void> {
  const id = table.painting?.id;
  if (!id) return;
  const number = props.source.number;
  found.value = isPage.value ? await findFrames(id, number).catch(() => []) : [];
  const line = await findHorizon(id, number).catch(() => null);
  if (props.source.number !== number) return;
  level.value = line?.height ?? null;
  candidates.value = line?.candidates ?? [];
}
watch(
  () => [props.source.number, props.source.image, isPage.value, table.painting?.version] as const,
  ([number], old) => {
    if (old && old[0] !== number) {
      corners.value = [];
      track.value = [];
      before.value = lost.value = false;
    }
    void look();
  },
  { immediate: true },
);
watch(tool, () => {
  track.value = [];
  if (table.pointing?.action === "show_notes") table.pointing = null;
  corners.value = [];
  posts.value = [];
  bays.value = [];
  guides.value = [];
  moving.value = 0;
});
watch(
  () => table.pointing,
  (at) => {
    if (at?.action === "show_lost" && at.arguments.source === props.source.number) lost.value = true;
    if (at?.action === "choose_departure") meant.value = Number(at.arguments.departure);
  },
  { immediate: true },
);

async function drawn(points: Point[]): Promise<void> {
  if (moving.value) {
    const [a, b] = [points[0] as Point, points[points.length - 1] as Point];
    const departure = moving.value;
    moving.value = 0;
    await table.change({ action: "set_departure", departure, shift: [b[0] - a[0], b[1] - a[1]] });
    return;
  }
  if (!tool.value) return;
  if (tool.value === "bays") {
    await goOn(points[0] as Point);
    return;
  }
  if (tool.value === "corners") {
    corners.value = corners.value.length >= 4 ? [points[0] as Point] : [...corners.value, points[0] as Point];
    return;
  }
  const change = changeOf(tool.value, points, {
    number: props.source.number,
    aspect: aspect.value,
    tilt_deg: props.source.tilt_deg,
  });
  if (change) await table.change(change);
  else if (tool.value === "note" || tool.value === "card" || goes(points)) track.value = points;
}
/** After three posts the line goes on: equal bays by the cross ratio, drawn and not kept. */
const posts = ref<Point[]>([]);
const bays = ref<Point[]>([]);
/** Shadows worked out for marked uprights, drawn and not kept. */
const guides = ref<Point[][]>([]);
async function goOn(at: Point): Promise<void> {
  posts.value = posts.value.length >= 3 ? [at] : [...posts.value, at];
  bays.value = [];
  const [a, b, c] = posts.value;
  if (!a || !b || !c || !table.painting) return;
  const [dx, dy] = [(c[0] - a[0]) * aspect.value, c[1] - a[1]];
  const second = ((b[0] - a[0]) * aspect.value * dx + (b[1] - a[1]) * dy) / (dx * dx + dy * dy);
  try {
    const found = await findBays(table.painting.id, second, 8);
    bays.value = found.places.map((share) => [a[0] + share * (c[0] - a[0]), a[1] + share * (c[1] - a[1])]);
  } catch {
    table.problem = new Problem(
      "out_of_range",
      "The second post lies beside the other two.",
      "Press them in order.",
    );
  }
}
async function keep(change: Change): Promise<void> {
  if (await table.change(change)) track.value = [];
}
async function cut(frames: Point[][]): Promise<void> {
  const made = await table.cutSketches(props.source.number, frames);
  if (made.length) {
    corners.value = [];
    tool.value = null;
    table.pointing = { action: "choose_source", arguments: { source: made[0] } };
  }
}
const cardAt = computed<Point | null>(() => {
  const at = track.value[0];
  if (!at) return null;
  // The reference is pressed on the photo as it came: the card's colour is read before anything is turned.
  return asItCame(at, props.source.tilt_deg, aspect.value);
});
</script>

<template>
  <div class="board">
    <div v-roving class="hand" role="group" aria-label="Tools">
      <button
        v-for="each in TOOLS"
        :key="each.key"
        class="do"
        :aria-pressed="tool === each.key"
        @click="tool = tool === each.key ? null : each.key"
      >
        {{ each.name }}<HintTip :text="each.said" location="bottom" />
      </button>
    </div>
    <p class="hint" aria-live="polite">
      <template v-if="label">{{ label[0]?.toUpperCase() }}{{ label.slice(1) }}.</template>
    </p>
    <CloseUp
      v-model:view="view"
      name="big"
      :style="{ maxWidth: `calc(min(470px, 62dvh) * ${aspect})` }"
      :aspect="aspect"
      :image="source.image"
      :drawing="Boolean(tool || moving) && !before"
    >
      <template #default="{ scale, halted, follow }">
        <img
          :src="before ? source.as_it_came : source.image"
          :alt="source.name"
          :style="{ aspectRatio: `${source.width_px} / ${source.height_px}` }"
        />
        <img v-if="lost && source.lost" class="lost" :src="source.lost.image" alt="" />
        <SourceMarks
          v-if="!before"
          :source="source"
          :horizon="source.kind === 'page' ? null : tool === 'horizon' || tool === 'level' ? level : null"
          :candidates="tool === 'horizon' ? candidates : []"
          :frames="frames"
          :meant="meant"
          :pointed="pointed"
          :posts="posts"
          :bays="bays"
          :guides="guides"
        />
        <StrokePad
          v-if="(tool || moving) && !before"
          pen="mark"
          :width="0.004"
          :closeness="scale"
          :halted="halted"
          :label="label"
          @at="follow"
          @stroke="drawn"
        />
      </template>
      <template #over
        ><span class="see">
          <button v-if="developed" class="do on-picture" :aria-pressed="before" @click="before = !before">
            As it came
          </button>
          <button
            v-if="source.lost && source.lost.darks + source.lost.lights > 0.001"
            class="do on-picture"
            :aria-pressed="lost"
            @click="lost = !lost"
          >
            Clipped areas
          </button>
        </span></template
      >
    </CloseUp>
    <HowClose v-model:view="view" :aspect="aspect" :image="source.image" />
    <ToolWords
      :source="source"
      :tool="tool"
      :pointed="pointed"
      :track="track"
      :card-at="cardAt"
      :corners="corners"
      :found="isPage ? found : []"
      @keep="keep"
      @cut="cut"
      @drop="
        track = [];
        corners = [];
      "
      @where="(departure) => (moving = departure)"
      @mean="(departure) => (meant = departure)"
      @guides="(found) => (guides = found)"
    />
  </div>
</template>

<style scoped>
.hand {
  display: flex;
  flex-wrap: wrap;
}
.hand .do {
  margin: 0 -1.5px 4px 0;
}
.hint {
  min-height: 20px;
  font-size: 15px;
}
.board :deep(.big img) {
  display: block;
  width: 100%;
}
.lost {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  image-rendering: pixelated;
}
</style>
