<script setup lang="ts">
/** The passes one under the other, as they will be painted; each can be moved, timed, taken away, ticked off. */
import { computed, nextTick, ref } from "vue";
import type { Pass, Plane } from "@/api/client";
import { useTable } from "@/api/store";

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
async function setMinutes(pass: Pass, event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const minutes = Math.round(Number(field.value));
  if (minutes === pass.minutes) return;
  if (!(await table.change({ action: "set_pass", number: pass.number, minutes })))
    field.value = String(pass.minutes);
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
async function key(pass: Pass, event: KeyboardEvent): Promise<void> {
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (by === undefined || event.target !== event.currentTarget) return;
  event.preventDefault();
  const to = props.passes[pass.place - 1 + by];
  if (!to) return;
  emit("choose", to.number);
  await nextTick();
  list.value?.querySelector<HTMLElement>(".row.chosen .title")?.focus();
}
</script>

<template>
  <ol ref="list" class="list" aria-label="Passes in the order of painting">
    <li
      v-for="pass in passes"
      :key="pass.number"
      class="row"
      :class="{ chosen: pass.number === chosen, done: pass.done }"
    >
      <i class="slab" :style="{ background: colour(pass) }" aria-hidden="true"></i>
      <span class="place">{{ pass.place }}</span>
      <button
        class="title"
        :aria-pressed="pass.number === chosen"
        @click="emit('choose', pass.number)"
        @keydown="key(pass, $event)"
      >
        <b>{{ pass.title }}</b> <span>{{ where(pass) }}</span>
      </button>
      <template v-if="pass.done">
        <span class="painted">painted, {{ pass.minutes }} min</span>
        <button
          class="do quiet"
          :aria-label="`Not yet: ${pass.title}`"
          @click="table.change({ action: 'mark_not_done', number: pass.number })"
        >
          Not yet
        </button>
      </template>
      <template v-else>
        <label
          ><input
            class="field num"
            type="number"
            min="1"
            max="720"
            :value="pass.minutes"
            :aria-label="`Minutes of ${pass.title}, ${where(pass)}`"
            @change="setMinutes(pass, $event)"
          />
          min</label
        >
        <span class="deeds">
          <button
            class="do quiet"
            :disabled="pass.place === 1"
            :aria-label="`Earlier: ${pass.title}, ${where(pass)}`"
            @click="move(pass, pass.place - 1)"
          >
            Earlier
          </button>
          <button
            class="do quiet"
            :disabled="pass.place === passes.length"
            :aria-label="`Later: ${pass.title}, ${where(pass)}`"
            @click="move(pass, pass.place + 1)"
          >
            Later
          </button>
        </span>
      </template>
      <form v-if="refused?.number === pass.number" class="refused" role="alert" @submit.prevent="moveAnyway">
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
  </ol>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 8px 22px minmax(0, 1fr) auto auto;
  gap: 0 10px;
  align-items: center;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
}
.slab {
  align-self: stretch;
}
.place {
  text-align: right;
  color: var(--ink2);
}
.title {
  text-align: left;
  padding: 5px 0;
  min-height: 32px;
}
.title span {
  color: var(--ink2);
}
.chosen {
  background: var(--sheet);
  box-shadow: inset 0 0 0 1.5px var(--line);
}
.num {
  width: 3.4em;
  text-align: right;
}
.deeds {
  display: flex;
  gap: 10px;
}
.row .do {
  font-size: 14.5px;
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
}
.done b {
  text-decoration: line-through;
}
@media (max-width: 560px) {
  .row {
    grid-template-columns: 8px 22px minmax(0, 1fr) auto;
    padding-bottom: 4px;
  }
  .title {
    grid-column: 3 / -1;
  }
  .row > .deeds,
  .row > .do {
    grid-column: 4;
  }
  .row > label,
  .row > .painted {
    grid-column: 3;
    justify-self: start;
  }
}
</style>
