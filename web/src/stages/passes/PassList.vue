<script setup lang="ts">
/** The passes one under the other, as they will be painted; each can be moved, timed, taken away, ticked off. */
import NumberField from "@/fields/NumberField.vue";
import { computed, nextTick, reactive, ref } from "vue";
import type { Pass, Plane } from "@/api/client";
import { useTable } from "@/api/store";
import MinutesBar from "./MinutesBar.vue";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** Passes in order. */
  passes: Pass[];
  /** Number of the chosen pass. */
  chosen: number;
}>();
const emit = defineEmits<{ choose: [number: number] }>();
const table = useTable();
const list = ref<HTMLOListElement | null>(null);
const looks = computed(() => new Map(props.planes.map((plane) => [plane.rank, plane])));

function colour(pass: Pass): string {
  return pass.plane === null
    ? "var(--sheet)"
    : (looks.value.get(pass.plane)?.planned.colour ?? "var(--sheet)");
}
function where(pass: Pass): string {
  if (pass.thing) return pass.thing;
  return pass.plane === null ? "whole surface" : (looks.value.get(pass.plane)?.name ?? "");
}
function setMinutes(pass: Pass, typed: number | null): void {
  const minutes = Math.round(typed ?? pass.minutes);
  if (minutes !== pass.minutes) void table.change({ action: "set_pass", number: pass.number, minutes });
}
/** A move that was refused because the materials do not hold, until it is taken back or a reason is written. */
const refused = ref<{ number: number; to: number; why: string } | null>(null);
const reason = ref("");
async function move(pass: Pass, to: number): Promise<void> {
  refused.value = null;
  const moved = await table.change({ action: "move_pass", number: pass.number, to });
  if (!moved && table.problem?.code === "unsafe_order") {
    refused.value = { number: pass.number, to, why: table.problem.message };
    reason.value = "";
    table.problem = null;
  }
}
async function moveAnyway(): Promise<void> {
  if (!refused.value) return;
  const { number, to } = refused.value;
  if (await table.change({ action: "move_pass", number, to, reason: reason.value })) refused.value = null;
}
/** Several passes chosen to be changed at once. */
const several = ref(false);
const picked = ref<ReadonlySet<number>>(new Set());
const together = reactive({
  minutes_times: "" as number | "",
  brush_mm: null as number | null,
  thickness: "" as number | "",
});
function severalOrNot(): void {
  several.value = !several.value;
  picked.value = new Set();
}
function pick(number: number): void {
  const now = new Set(picked.value);
  if (!now.delete(number)) now.add(number);
  picked.value = now;
}
async function changeSeveral(): Promise<void> {
  const said = Object.fromEntries(
    Object.entries(together).filter(([, value]) => value !== "" && value !== null),
  );
  const made = await table.change({ action: "set_passes", numbers: [...picked.value], ...said });
  if (made) severalOrNot();
}

/** What the whole length stands for: the longest pass, with room to pull. */
const longest = computed(() => Math.max(20, ...props.passes.map((each) => 1.25 * each.minutes)));
/** Session with which a pass begins a new group, by its number. */
const headings = computed(() => {
  const work = table.painting?.work;
  const at = new Map(work?.placements.map((each) => [each.number, each.session]));
  const named = new Map(work?.sessions.map((each) => [each.number, each.name]));
  const found = new Map<number, string>();
  if (!work?.sessions.length) return found;
  let last: string | null = null;
  for (const pass of props.passes) {
    const session = at.get(pass.number);
    const name = pass.done ? "Painted" : session ? (named.get(session) ?? "") : "No place yet";
    if (name !== last) found.set(pass.number, name);
    last = name;
  }
  return found;
});

/** A pass on its way to another place. */
const dragging = ref<{ pass: Pass; to: number } | null>(null);
function take(pass: Pass, event: PointerEvent): void {
  if (pass.done) return;
  (event.target as HTMLElement).setPointerCapture(event.pointerId);
  dragging.value = { pass, to: pass.place };
}
function drag(event: PointerEvent): void {
  if (!dragging.value) return;
  const row = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>("[data-place]");
  const to = Number(row?.dataset.place ?? 0);
  if (to) dragging.value = { ...dragging.value, to };
}
function drop(): void {
  const held = dragging.value;
  dragging.value = null;
  if (held && held.to !== held.pass.place) void move(held.pass, held.to);
}
async function key(pass: Pass, event: KeyboardEvent): Promise<void> {
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (by === undefined || event.target !== event.currentTarget) return;
  event.preventDefault();
  if (event.shiftKey) {
    const wanted = pass.place + by;
    if (wanted >= 1 && wanted <= props.passes.length) await move(pass, wanted);
    await nextTick();
    list.value?.querySelector<HTMLElement>(".row.chosen .title")?.focus();
    return;
  }
  const to = props.passes[pass.place - 1 + by];
  if (!to) return;
  emit("choose", to.number);
  await nextTick();
  list.value?.querySelector<HTMLElement>(".row.chosen .title")?.focus();
}
/** Tab stops only in the row that is looked at; arrows go from row to row. */
function stop(pass: Pass): number {
  const entry = props.passes.some((each) => each.number === props.chosen)
    ? props.chosen
    : props.passes[0]?.number;
  return pass.number === entry ? 0 : -1;
}
</script>

<template>
  <div class="tools">
    <button class="do quiet" :aria-pressed="several" @click="severalOrNot">Change several</button>
    <form v-if="several" class="together" @submit.prevent="changeSeveral">
      <label
        >minutes
        <select v-model="together.minutes_times" class="field">
          <option value="">as they are</option>
          <option :value="0.75">a quarter less</option>
          <option :value="1.25">a quarter more</option>
          <option :value="1.5">half as long again</option>
          <option :value="2">twice</option>
        </select></label
      >
      <label
        >brush
        <NumberField
          v-model="together.brush_mm"
          label="Width of the brush in mm"
          :min="0.5"
          :max="300"
          :step="0.5"
        />
        mm</label
      >
      <label
        >layer
        <select v-model="together.thickness" class="field">
          <option value="">as it is</option>
          <option :value="0.5">thin</option>
          <option :value="1">usual</option>
          <option :value="1.5">heavy</option>
          <option :value="3">thick</option>
        </select></label
      >
      <button class="do" type="submit" :disabled="!picked.size">Change {{ picked.size }}</button>
    </form>
  </div>
  <ol ref="list" class="list" aria-label="Passes in the order of painting">
    <template v-for="pass in passes" :key="pass.number">
      <li v-if="headings.get(pass.number)" class="heading">{{ headings.get(pass.number) }}</li>
      <li
        class="row"
        :class="{ chosen: pass.number === chosen, done: pass.done, target: dragging?.to === pass.place }"
        :data-place="pass.place"
      >
        <input
          v-if="several"
          type="checkbox"
          :checked="picked.has(pass.number)"
          :aria-label="`Choose ${pass.title}, ${where(pass)}`"
          @change="pick(pass.number)"
        />
        <span
          v-else
          class="place"
          title="Drag to another place"
          @pointerdown="take(pass, $event)"
          @pointermove="drag"
          @pointerup="drop"
          @pointercancel="dragging = null"
          >{{ pass.place }}</span
        >
        <button
          class="title"
          :tabindex="stop(pass)"
          :aria-pressed="pass.number === chosen"
          @click="emit('choose', pass.number)"
          @keydown="key(pass, $event)"
        >
          <b>{{ pass.title }}</b> <span>{{ where(pass) }}</span>
        </button>
        <MinutesBar
          :minutes="pass.minutes"
          :whole="longest"
          :colour="colour(pass)"
          :label="`${pass.title}, ${where(pass)}`"
          :done="pass.done"
          :tab="stop(pass)"
          @set="(minutes) => table.change({ action: 'set_pass', number: pass.number, minutes })"
        />
        <template v-if="pass.done">
          <span class="painted">painted, {{ pass.minutes }} min</span>
          <button
            class="do quiet"
            :aria-label="`Not yet: ${pass.title}`"
            :tabindex="stop(pass)"
            @click="table.change({ action: 'mark_not_done', number: pass.number })"
          >
            Not yet
          </button>
        </template>
        <template v-else>
          <label class="minutes"
            ><NumberField
              class="num"
              :min="1"
              :max="720"
              :tabindex="stop(pass)"
              :model-value="pass.minutes"
              :label="`Minutes of ${pass.title}, ${where(pass)}`"
              @change="setMinutes(pass, $event)"
            />
            min</label
          >
          <span class="deeds">
            <button
              class="do quiet"
              :disabled="pass.place === 1"
              :tabindex="stop(pass)"
              :aria-label="`Earlier: ${pass.title}, ${where(pass)}`"
              title="Earlier (Shift and arrow up)"
              @click="move(pass, pass.place - 1)"
            >
              ↑
            </button>
            <button
              class="do quiet"
              :disabled="pass.place === passes.length"
              :tabindex="stop(pass)"
              :aria-label="`Later: ${pass.title}, ${where(pass)}`"
              title="Later (Shift and arrow down)"
              @click="move(pass, pass.place + 1)"
            >
              ↓
            </button>
          </span>
        </template>
        <form
          v-if="refused?.number === pass.number"
          class="refused"
          role="alert"
          @submit.prevent="moveAnyway"
        >
          <p>
            <b>{{ refused.why }}</b> If you know better, say in writing why; it is printed with the plan.
          </p>
          <label
            >Why you do it all the same
            <input v-model="reason" class="field" maxlength="200" size="34" required autofocus
          /></label>
          <button class="do" type="submit">Move it so</button>
          <button class="do quiet" type="button" @click="refused = null">Leave it where it was</button>
        </form>
      </li>
    </template>
  </ol>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
}
.together {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
.heading {
  padding: 12px 0 3px;
  border-bottom: 1.5px solid var(--line);
  font-weight: 700;
}
.row {
  display: grid;
  grid-template-columns: 26px minmax(150px, 1.5fr) minmax(50px, 0.6fr) auto 46px;
  gap: 0 10px;
  align-items: center;
  min-height: 38px;
  border-bottom: 1px solid var(--hair);
}
.place {
  text-align: right;
  color: var(--ink2);
  cursor: grab;
  touch-action: none;
  padding: 6px 4px 6px 0;
}
.target {
  box-shadow: inset 0 -3px 0 var(--line);
}
.title {
  text-align: left;
  padding: 5px 0;
  min-height: 34px;
}
.title span {
  color: var(--ink2);
}
.chosen {
  background: var(--sheet);
  box-shadow: inset 4px 0 0 var(--line);
}
.num {
  width: 2.8em;
  border-bottom-color: transparent;
}
.row:hover .num,
.row.chosen .num,
.num:focus-within {
  border-bottom-color: var(--line);
}
.minutes {
  white-space: nowrap;
}
.deeds {
  display: flex;
  gap: 12px;
  opacity: 0;
}
.row:hover .deeds,
.row:focus-within .deeds,
.row.chosen .deeds {
  opacity: 1;
}
.refused {
  grid-column: 3 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 4px 0 8px;
}
.refused p {
  flex-basis: 100%;
}
.painted {
  color: var(--ink2);
  font-size: 15px;
}
.done b {
  text-decoration: line-through;
}
@media (max-width: 560px) {
  .row {
    grid-template-columns: 26px minmax(0, 1fr) auto;
    padding: 4px 0;
  }
  .title {
    grid-column: 2 / -1;
  }
  .row > .track {
    grid-column: 2;
  }
  .row > .deeds {
    grid-column: 2 / -1;
    opacity: 1;
  }
  .row:not(.chosen) > .deeds {
    display: none;
  }
}
</style>
