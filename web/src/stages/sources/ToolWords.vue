<script setup lang="ts">
/** Under the picture: the word a drawn mark still needs, and everything that is pinned or planned on this source. */
import { computed, ref, watch } from "vue";
import type { Change, PageFrame, Source } from "@/api/client";
import { useTable } from "@/api/store";
import type { Point } from "@/picture/pen";
import ShadowWords from "./ShadowWords.vue";
import type { Tool } from "./tools";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** The source. */
  source: Source;
  /** Tool in hand. */
  tool: Tool | null;
  /** Numbers of the notes that a judgement speaks of. */
  pointed: number[];
  /** What was drawn and waits for its word. */
  track: Point[];
  /** Where the card was pressed, on the photo as it came. */
  cardAt: Point | null;
  /** Corners pressed so far. */
  corners: Point[];
  /** Frames found on the page. */
  found: PageFrame[];
}>();
const emit = defineEmits<{
  keep: [change: Change];
  cut: [frames: Point[][]];
  drop: [];
  where: [departure: number];
  mean: [departure: number];
  guides: [guides: Point[][]];
}>();
const table = useTable();
const text = ref("");
const kind = ref<"colour" | "memory">("colour");
const length = ref("");
const reference = ref("grey_card");
const value = ref("");
const departing = ref<"moved" | "bent" | "left_out" | "added">("left_out");
const low = ref("");
const high = ref("");
watch(
  // What was typed stays while a mark waits: a word that was refused can be mended.
  () => [props.tool, props.source.number, props.track.length === 0],
  () => {
    text.value = length.value = value.value = low.value = high.value = "";
  },
);
const waiting = computed(() => props.track.length > 0);
const sure = computed(() => props.found.filter((frame) => frame.sure));
const own = computed(
  () => table.choices?.references.find((each) => each.key === reference.value)?.said ?? "",
);

function number(said: string): number | undefined {
  const read = Number(said.replace(",", "."));
  return said.trim() && Number.isFinite(read) ? read : undefined;
}
/** What a note says, with what the picture shows there. */
function saidNote(note: Source["notes"][number]): string {
  const outside = note.x < 0 || note.x > 1 || note.y < 0 || note.y > 1;
  const kinds = { gaze: "looks", line: "leads", shadow: "cast shadow" } as Record<string, string>;
  const parts = [
    kinds[note.kind],
    note.text,
    note.length_said,
    note.eye_said,
    note.value === null ? null : `${note.value.toFixed(1)} in the photo`,
    outside ? "outside since it was straightened" : null,
  ];
  return parts.filter(Boolean).join(" · ");
}
function pin(): void {
  const [x, y] = props.track[0] as Point;
  emit("keep", { action: "add_note", source: props.source.number, kind: kind.value, x, y, text: text.value });
}
function mark(): void {
  const [x, y] = props.track[0] as Point;
  const [x2, y2] = props.track[props.track.length - 1] as Point;
  const length_m = number(length.value) ?? null;
  emit("keep", {
    action: "add_note",
    source: props.source.number,
    kind: "scale",
    x,
    y,
    x2,
    y2,
    length_m,
    text: text.value,
  });
}
function point(kind: "gaze" | "line" | "shadow"): void {
  const [x, y] = props.track[0] as Point;
  const [x2, y2] = props.track[props.track.length - 1] as Point;
  emit("keep", { action: "add_note", source: props.source.number, kind, x, y, x2, y2, text: text.value });
}
function press(more: boolean): void {
  if (!props.cardAt) return;
  const [x, y] = props.cardAt;
  const known = number(value.value);
  emit("keep", {
    action: "set_card",
    source: props.source.number,
    reference: reference.value,
    x,
    y,
    more,
    ...(known === undefined ? {} : { value: known }),
  });
}
function depart(): void {
  const bent = departing.value === "bent";
  emit("keep", {
    action: "add_departure",
    source: props.source.number,
    kind: departing.value,
    points: props.track,
    reason: text.value,
    shift: bent ? [0, -0.04] : [0, 0],
    ...(departing.value === "added"
      ? { low: number(low.value) ?? null, high: number(high.value) ?? null }
      : {}),
  });
}
</script>

<template>
  <div class="words">
    <form v-if="tool === 'note' && waiting" class="line" @submit.prevent="pin">
      Here belongs a note of
      <select v-model="kind" class="field" aria-label="Kind of note">
        <option value="colour">colour</option>
        <option value="memory">memory</option>
      </select>
      : <input v-model="text" class="field wide" maxlength="240" aria-label="What it says" autofocus />
      <button class="do main">Pin it</button>
      <button type="button" class="do quiet" @click="emit('drop')">Cancel</button>
    </form>
    <form v-else-if="tool === 'scale' && waiting" class="line" @submit.prevent="mark">
      This is
      <input
        v-model="text"
        class="field"
        maxlength="240"
        size="14"
        aria-label="What is measured"
        autofocus
      />,
      <input v-model="length" class="field" size="5" inputmode="decimal" aria-label="Length in metres" /> m
      long.
      <button class="do main">Keep it</button>
      <button type="button" class="do quiet" @click="emit('drop')">Cancel</button>
    </form>
    <form
      v-else-if="waiting && (tool === 'gaze' || tool === 'line' || tool === 'shadow')"
      class="line"
      @submit.prevent="point(tool)"
    >
      {{ tool === "gaze" ? "Who looks:" : tool === "line" ? "What leads:" : "What throws it:" }}
      <input
        v-model="text"
        class="field"
        maxlength="240"
        size="16"
        aria-label="Name of the arrow"
        autofocus
      />
      <button class="do main">Keep it</button>
      <button type="button" class="do quiet" @click="emit('drop')">Cancel</button>
    </form>
    <ShadowWords v-else-if="tool === 'shadow'" :source="source" @guides="(found) => emit('guides', found)" />
    <div v-else-if="tool === 'card'" class="line">
      It is a
      <select v-model="reference" class="field" aria-label="What was pressed">
        <option v-for="each in table.choices?.references" :key="each.key" :value="each.key">
          {{ each.name }}
        </option>
      </select>
      of
      <input
        v-model="value"
        class="field"
        size="9"
        inputmode="decimal"
        :placeholder="own || 'value not known'"
        aria-label="Its value"
      />.
      <template v-if="waiting">
        <button class="do main" @click="press(false)">Remove colour cast</button>
        <button v-if="source.card" class="do" @click="press(true)">One more place of it</button>
      </template>
      <span v-if="source.card"
        >{{ source.card.said }}
        <button class="do quiet" @click="table.change({ action: 'clear_card', source: source.number })">
          Colours as they came
        </button></span
      >
    </div>
    <form v-else-if="tool === 'depart' && waiting" class="line" @submit.prevent="depart">
      This will be
      <select v-model="departing" class="field" aria-label="What will be otherwise">
        <option value="left_out">left out</option>
        <option value="moved">moved</option>
        <option value="bent">bent</option>
        <option value="added">added here</option>
      </select>
      <template v-if="departing === 'added'">
        between
        <input v-model="low" class="field" size="3" inputmode="decimal" aria-label="Its darkest value" /> and
        <input v-model="high" class="field" size="3" inputmode="decimal" aria-label="Its lightest value" />,
      </template>
      because <input v-model="text" class="field wide" maxlength="240" aria-label="The reason" autofocus />
      <button class="do main">Plan it</button>
      <button type="button" class="do quiet" @click="emit('drop')">Cancel</button>
    </form>
    <div v-else-if="tool === 'level' && source.tilt_deg" class="line">
      Straightened by {{ Math.abs(source.tilt_deg) }}°.
      <button
        class="do quiet"
        @click="table.change({ action: 'straighten', source: source.number, tilt_deg: 0 })"
      >
        As it came
      </button>
    </div>
    <div v-else-if="tool === 'horizon'" class="line">
      <button
        class="do quiet"
        @click="table.change({ action: 'set_horizon', source: source.number, horizon: null })"
      >
        Let it be found
      </button>
    </div>
    <div v-if="tool === 'corners' || source.kind === 'page'" class="line">
      <template v-if="sure.length">
        {{
          sure.length === 1
            ? "One sketch is framed on this page."
            : `${sure.length} sketches are framed here.`
        }}
        <button
          class="do main"
          @click="
            emit(
              'cut',
              sure.map((frame) => frame.corners as Point[]),
            )
          "
        >
          Cut {{ sure.length === 1 ? "it" : "them" }} out, straight
        </button>
      </template>
      <template v-else-if="tool === 'corners'">No frame is sure here: press its four corners.</template>
      <template v-else
        >No frame is sure on this page. Take up <b>Corners</b> and press the four of your sketch.</template
      >
      <template v-if="corners.length">
        {{ corners.length }} of 4 pressed.
        <button class="do main" :disabled="corners.length < 4" @click="emit('cut', [corners])">
          Cut this one out
        </button>
        <button class="do quiet" @click="emit('drop')">Begin again</button>
      </template>
    </div>

    <ul v-if="source.notes.length" v-roving="'button'" class="pinned" aria-label="Notes">
      <li
        v-for="note in source.notes"
        :key="note.number"
        :aria-current="pointed.includes(note.number) || undefined"
      >
        <b>{{ note.number }}</b>
        <i
          v-if="note.colour"
          class="chip"
          :style="{ background: note.colour }"
          :title="`Here ${note.value?.toFixed(1)}`"
        ></i>
        <span>{{ saidNote(note) }}</span>
        <button
          class="do quiet"
          :aria-label="`Take off: note ${note.number}`"
          @click="table.change({ action: 'remove_note', note: note.number })"
        >
          Take off
        </button>
      </li>
    </ul>
    <ul v-if="source.departures.length" v-roving="'button'" class="pinned" aria-label="Planned departures">
      <li v-for="each in source.departures" :key="each.number">
        <button class="do quiet" @click="emit('mean', each.number)">{{ each.name }}</button>
        <span class="say">{{ each.reason || "no reason given" }}</span>
        <span v-if="each.low !== null || each.high !== null"
          >{{ each.low?.toFixed(1) }} to {{ each.high?.toFixed(1) }}</span
        >
        <button
          v-if="each.kind === 'moved' || each.kind === 'bent'"
          class="do quiet"
          @click="emit('where', each.number)"
        >
          Draw where to
        </button>
        <button
          class="do quiet"
          :aria-label="`Follow the photo after all: ${each.name}`"
          @click="table.change({ action: 'remove_departure', departure: each.number })"
        >
          Follow the photo
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.words {
  margin-top: 8px;
  font-size: 15px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  margin-bottom: 8px;
}
.wide {
  min-width: 220px;
}
.pinned li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  border-top: 1px solid var(--hair);
  padding: 2px 0;
}
.pinned b {
  min-width: 18px;
}
.pinned li[aria-current] {
  border-left: 5px solid var(--ink);
  padding-left: 6px;
}
.chip {
  width: 22px;
  height: 16px;
  border: 1px solid var(--line);
}
</style>
