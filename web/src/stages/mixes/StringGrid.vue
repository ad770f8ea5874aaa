<script setup lang="ts">
/** Every plane's light, mass and dark: what is wanted beside what the recipe makes, with its parts. */
import type { Painting } from "@/api/client";
import { PARTS, type Mix, type Part } from "./mixes";

const props = defineProps<{
  /** The planes, farthest first. */
  planes: Painting["planes"];
  /** All recipes. */
  mixes: Mix[];
  /** Rank of the plane that is chosen. */
  plane: number;
  /** The part of it that is chosen. */
  part: Part;
}>();
const emit = defineEmits<{ choose: [plane: number, part: Part] }>();

const MOST_DOTS = 16;

function mixOf(plane: number, part: Part): Mix | undefined {
  return props.mixes.find((each) => each.plane === plane && each.part === part);
}
function stringOf(plane: number): Mix[] {
  return props.mixes.filter((each) => each.plane === plane);
}
/** Parts as dots, most first; none where there would be too many to count. */
function dots(mix: Mix): string[] {
  const whole = mix.recipe.parts.reduce((sum, each) => sum + each.count, 0);
  if (whole > MOST_DOTS) return [];
  return mix.recipe.parts.flatMap((each) => Array<string>(each.count).fill(each.colour));
}
function moved(event: KeyboardEvent, plane: number, part: Part): void {
  const column = PARTS.indexOf(part);
  const to: Record<string, [number, number]> = {
    ArrowUp: [plane - 1, column],
    ArrowDown: [plane + 1, column],
    ArrowLeft: [plane, column - 1],
    ArrowRight: [plane, column + 1],
  };
  const wanted = to[event.key];
  const next = wanted && PARTS[wanted[1]];
  if (!wanted || !next || !mixOf(wanted[0], next)) return;
  event.preventDefault();
  emit("choose", wanted[0], next);
  document.getElementById(`mix-${wanted[0]}-${next}`)?.focus();
}
</script>

<template>
  <div class="grid hung" role="grid" aria-label="Recipes of all planes">
    <div class="row head" role="row">
      <span role="columnheader">plane</span>
      <span v-for="each in PARTS" :key="each" role="columnheader">{{ each }}</span>
    </div>
    <div v-for="each in planes" :key="each.rank" class="row" role="row">
      <h3 role="rowheader">{{ each.rank }} {{ each.name }}</h3>
      <div v-for="mix in stringOf(each.rank)" :key="mix.part" role="gridcell">
        <button
          :id="`mix-${mix.plane}-${mix.part}`"
          class="mix"
          :class="{ now: mix.plane === plane && mix.part === part, far: mix.recipe.reach === 'out_of_reach' }"
          :tabindex="mix.plane === plane && mix.part === part ? 0 : -1"
          :aria-pressed="mix.plane === plane && mix.part === part"
          @click="emit('choose', mix.plane, mix.part)"
          @keydown="moved($event, mix.plane, mix.part)"
        >
          <span class="paint" aria-hidden="true"
            ><i :style="{ background: mix.wanted }" /><i :style="{ background: mix.recipe.colour }"
          /></span>
          <span class="words">
            <span class="hidden-label">{{ each.name }}, {{ mix.part }}:</span>
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
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
  .head {
    display: none;
  }
}
</style>
