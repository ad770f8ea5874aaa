<script setup lang="ts">
/** Every plane's light, mass and dark: what is wanted beside what the recipe makes, with its parts. */
import { computed } from "vue";
import type { Painting } from "@/api/client";
import { PARTS, THING_PARTS, type Mix, type Part } from "./mixes";

const props = defineProps<{
  /** The planes, farthest first. */
  planes: Painting["planes"];
  /** All recipes. */
  mixes: Mix[];
  /** Rank of the plane that is chosen. */
  plane: number;
  /** The part of it that is chosen. */
  part: Part;
  /** Number of the thing that is chosen; 0 for the plane itself. */
  thing: number;
}>();
const emit = defineEmits<{ choose: [plane: number, part: Part, thing: number] }>();

const MOST_DOTS = 16;

/** A row of recipes: a plane's, or a thing's under all planes. */
interface Row {
  key: string;
  plane: number;
  thing: number;
  title: string;
  mixes: Mix[];
}
function rowOf(key: string, plane: number, thing: number, title: string): Row {
  const mixes = props.mixes.filter((each) => each.plane === plane && each.element === thing);
  return { key, plane, thing, title, mixes };
}
const planeRows = computed(() =>
  props.planes.map((each) => rowOf(`plane ${each.rank}`, each.rank, 0, `${each.rank} ${each.name}`)),
);
const thingRows = computed(() => {
  const first = new Map(props.mixes.filter((each) => each.element).map((each) => [each.element, each]));
  return [...first.values()].map((each) =>
    rowOf(`thing ${each.element}`, each.plane, each.element, each.name),
  );
});
/** Planes first, then things, each under the names of its parts. */
const blocks = computed<[readonly Part[], Row[]][]>(() => [
  [PARTS, planeRows.value],
  [THING_PARTS, thingRows.value],
]);
const rows = computed(() => [...planeRows.value, ...thingRows.value]);
function idOf(mix: Mix): string {
  return mix.element ? `mix-thing${mix.element}-${mix.part}` : `mix-${mix.plane}-${mix.part}`;
}
function isNow(mix: Mix): boolean {
  return mix.plane === props.plane && mix.element === props.thing && mix.part === props.part;
}
/** Parts as dots, most first; none where there would be too many to count. */
function dots(mix: Mix): string[] {
  const whole = mix.recipe.parts.reduce((sum, each) => sum + each.count, 0);
  if (whole > MOST_DOTS) return [];
  return mix.recipe.parts.flatMap((each) => Array<string>(each.count).fill(each.colour));
}
function moved(event: KeyboardEvent, row: Row, mix: Mix): void {
  const line = rows.value.findIndex((each) => each.key === row.key);
  const column = row.mixes.indexOf(mix);
  const to: Record<string, [number, number]> = {
    ArrowUp: [line - 1, column],
    ArrowDown: [line + 1, column],
    ArrowLeft: [line, column - 1],
    ArrowRight: [line, column + 1],
  };
  const wanted = to[event.key];
  if (!wanted || wanted[1] < 0) return;
  const next = rows.value[wanted[0]]?.mixes;
  const found = next?.[wanted[0] === line ? wanted[1] : Math.min(wanted[1], next.length - 1)];
  if (!found) return;
  event.preventDefault();
  emit("choose", found.plane, found.part, found.element);
  document.getElementById(idOf(found))?.focus();
}
</script>

<template>
  <div class="grid hung" role="grid" aria-label="Recipes of all planes">
    <template v-for="[parts, list] in blocks" :key="parts.length">
      <div v-if="list.length" class="row head" :class="{ things: parts.length > 3 }" role="row">
        <span role="columnheader">{{ parts.length > 3 ? "thing" : "plane" }}</span>
        <span v-for="each in parts" :key="each" role="columnheader">{{ each }}</span>
      </div>
      <div v-for="row in list" :key="row.key" class="row" :class="{ things: row.thing > 0 }" role="row">
        <h3 role="rowheader">{{ row.title }}</h3>
        <div v-for="mix in row.mixes" :key="mix.part" role="gridcell">
          <button
            :id="idOf(mix)"
            class="mix"
            :class="{ now: isNow(mix), far: mix.recipe.reach === 'out_of_reach' }"
            :tabindex="isNow(mix) ? 0 : -1"
            :aria-pressed="isNow(mix)"
            @click="emit('choose', mix.plane, mix.part, mix.element)"
            @keydown="moved($event, row, mix)"
          >
            <span class="paint" aria-hidden="true"
              ><i :style="{ background: mix.wanted }" /><i :style="{ background: mix.recipe.colour }"
            /></span>
            <span class="words">
              <span class="hidden-label">{{ mix.name }}, {{ mix.part }}:</span>
              <b>{{ mix.value.toFixed(1) }}</b><span class="which">{{ mix.part }}</span
              ><em v-if="mix.locked">settled</em
              ><em v-if="mix.recipe.reach !== 'match'">{{
                mix.recipe.reach === "close" ? "close" : "out of reach"
              }}</em>
              <span class="said">{{ mix.recipe.said }}</span>
              <span v-if="dots(mix).length" class="dots" aria-hidden="true"
                ><i v-for="(colour, at) in dots(mix)" :key="at" :style="{ background: colour }"
              /></span>
            </span>
          </button>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.grid {
  display: grid;
  padding: 2px 0;
}
.row {
  display: grid;
  grid-template-columns: 88px repeat(3, minmax(0, 1fr));
  border-top: 1px solid var(--hair);
}
.row.things {
  grid-template-columns: 88px repeat(4, minmax(0, 1fr));
}
.things .mix {
  grid-template-columns: 40px minmax(0, 1fr);
}
.head.things {
  margin-top: 14px;
  border-top: 2px solid var(--line);
}
.head {
  border-top: 0;
  padding: 2px 0 0;
}
.head span {
  padding: 0 10px;
  font-size: 15px;
  font-weight: 700;
}
h3 {
  padding: 6px 4px 0 10px;
  overflow-wrap: anywhere;
  font:
    500 15px/1.1 "Alegreya Sans",
    sans-serif;
}
.mix {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr);
  gap: 10px;
  width: 100%;
  min-height: 58px;
  padding: 6px 8px 6px 6px;
  text-align: left;
  font-size: 15px;
  line-height: 1.2;
}
.mix.now {
  background: var(--lift);
  outline: 3px solid var(--line);
  outline-offset: -3px;
}
.paint {
  display: grid;
  grid-template-columns: 1fr 1fr;
  min-height: 46px;
  align-self: start;
}
.words {
  position: relative;
}
.far .paint i:last-child {
  outline: 2px dashed var(--line);
  outline-offset: -5px;
}
em {
  margin-left: 7px;
  font-style: normal;
  border-bottom: 1.5px solid var(--line);
}
.said {
  display: block;
}
.dots {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  margin-top: 3px;
}
.dots i {
  width: 9px;
  height: 9px;
  border: 1px solid var(--line);
  border-radius: 50%;
}
.which {
  display: none;
  margin-left: 7px;
}
@media (max-width: 700px) {
  .which {
    display: inline;
  }
  .row,
  .row.things {
    grid-template-columns: minmax(0, 1fr);
  }
  .head {
    display: none;
  }
}
</style>
