<script setup lang="ts">
/** One mix: how it looks where it will stand, its recipe, how it dries, how much of it; other ways to it, and one's own. */
import NumberField from "@/fields/NumberField.vue";
import { computed, ref, watch } from "vue";
import { useTable } from "@/api/store";
import HintTip from "@/frame/HintTip.vue";
import { useMixes, type Recipe } from "./mixes";

const table = useTable();
const mixes = useMixes();
const mix = computed(() => mixes.chosen);
const plane = computed(() => table.chosenPlane);
const beside = ref<"neighbours" | "white" | "ground">("neighbours");
const writing = ref(false);
const own = ref<Record<number, number>>({});
const water = ref(5);
const made = ref<Recipe | null>(null);

/** What it will stand before and behind, as planned; at the ends of the picture the same twice; a thing in its plane. */
const around = computed(() => {
  const own = mix.value?.element ? mixes.at(mix.value.plane, "mass") : undefined;
  if (own) return [own.recipe.colour, own.recipe.colour];
  const planes = table.painting?.planes ?? [];
  const at = planes.findIndex((each) => each.rank === mix.value?.plane);
  const behind = planes[at - 1] ?? planes[at + 1];
  const before = planes[at + 1] ?? planes[at - 1];
  return [behind, before].map((each) =>
    each ? (mixes.at(each.rank, "mass")?.recipe.colour ?? each.planned.colour) : "",
  );
});
const surround = computed(() => {
  if (beside.value === "white") return ["#f6f5f1", "#f6f5f1"];
  if (beside.value === "ground") return ["#b59a7c", "#b59a7c"];
  return around.value;
});

watch(mix, () => {
  writing.value = false;
  made.value = null;
});
function write(): void {
  own.value = Object.fromEntries((mix.value?.recipe.parts ?? []).map((each) => [each.tube, each.count]));
  water.value = mix.value?.recipe.water ?? 5;
  writing.value = true;
  void see();
}
const parts = computed<[number, number][]>(() =>
  Object.entries(own.value)
    .map(([tube, count]) => [Number(tube), Math.round(Number(count) || 0)] as [number, number])
    .filter(([, count]) => count > 0)
    .slice(0, 6),
);
function ownParts(tube: number, count: number | null): void {
  own.value[tube] = count ?? 0;
  void see();
}
async function see(): Promise<void> {
  made.value = parts.value.length ? await mixes.tried(parts.value, water.value) : null;
}
/** Where the mix belongs, as changes name it. */
const place = computed(() => ({
  plane: mix.value?.plane ?? 0,
  part: mix.value?.part ?? "mass",
  element: mix.value?.element || null,
}));
async function settle(): Promise<void> {
  if (!mix.value || !parts.value.length) return;
  const wash = mixes.found?.medium_transparent ? water.value : null;
  if (await table.change({ action: "set_recipe", ...place.value, parts: parts.value, water: wash }))
    writing.value = false;
}
function take(way: number): void {
  void table.change({ action: "keep_recipe", ...place.value, way });
}
function again(): void {
  void table.change({ action: "clear_recipe", ...place.value });
}
const ways = computed(() => [
  ...(mix.value?.others ?? []),
  ...(mix.value?.same_hue ? [mix.value.same_hue] : []),
]);
</script>

<template>
  <section v-if="mix && plane" class="detail" aria-live="polite">
    <h2>{{ mix.batch ? `Mix ${mix.batch}: ` : "" }}{{ mix.name }}, {{ mix.part }}</h2>
    <div class="stand" role="img" :aria-label="`Wanted beside what the recipe makes, on ${beside}`">
      <i :style="{ background: surround[0] }" /><i :style="{ background: surround[1] }" />
      <span><i :style="{ background: mix.wanted }" /><i :style="{ background: mix.recipe.colour }" /></span>
    </div>
    <p class="under"><span>wanted</span><span>this recipe</span></p>
    <div class="beside" role="group" aria-label="Seen on">
      <button
        v-for="each in ['neighbours', 'ground', 'white'] as const"
        :key="each"
        class="do quiet"
        :aria-pressed="beside === each"
        @click="beside = each"
      >
        {{ each === "neighbours" ? "its neighbours" : each }}
      </button>
    </div>
    <p>
      Planned <b>{{ mix.value.toFixed(1) }}</b>, this recipe <b>{{ mix.recipe.value.toFixed(1) }}</b>:
      {{ mix.recipe.reach_said }} ({{ mix.recipe.difference }} off).
    </p>
    <ul class="parts">
      <li v-for="each in mix.steps?.first ?? mix.recipe.parts" :key="each.tube">
        <i :style="{ background: each.colour }" /><b>{{ each.count }}</b> {{ each.name }}
      </li>
      <li v-if="mix.steps" class="then">
        then <b>1</b> part of that to <b>{{ mix.steps.white }}</b> of {{ mix.steps.white_name }}
      </li>
      <li v-if="mix.recipe.water !== null">
        <i class="water" /><b>{{ mix.recipe.water }}</b> of water to one of paint
      </li>
    </ul>
    <p>{{ mix.wet_said }} {{ mix.coats_said }}</p>
    <p v-if="mixes.batch">
      <b>{{ mixes.batch.ml }} ml</b>, with what stays on palette and brush<template
        v-if="mixes.batch.when_said"
        >; {{ mixes.batch.when_said }}</template
      >. {{ mixes.batch.strings.length > 1 ? `The same pile: ${mixes.batch.said}.` : "" }}
    </p>
    <div class="deeds">
      <button v-if="!mix.locked" class="do" @click="take(0)">
        Settle this recipe<HintTip
          text="It stays as it is, whatever changes around it, until you let it be found again."
        />
      </button>
      <button v-else class="do" @click="again">Find it again</button>
      <button class="do" :aria-expanded="writing" @click="writing ? (writing = false) : write()">
        A recipe of my own
      </button>
    </div>
    <form v-if="writing" class="own" @submit.prevent="settle">
      <label v-for="tube in mixes.found?.tubes ?? []" :key="tube.number"
        ><span>{{ tube.name }}</span
        ><NumberField
          :model-value="own[tube.number] ?? null"
          :min="0"
          :max="2000"
          placeholder="0"
          @update:model-value="ownParts(tube.number, $event)"
      /></label>
      <label v-if="mixes.found?.medium_transparent"
        ><span>Parts of water</span
        ><NumberField v-model="water" :min="0" :max="200" :step="1" @update:model-value="see"
      /></label>
      <p v-if="made" class="made">
        <i :style="{ background: made.colour }" /> makes {{ made.value.toFixed(1) }}:
        {{ made.reach_said }} ({{ made.difference }}
        off)
      </p>
      <button class="do main" type="submit" :disabled="!parts.length">Settle it</button>
    </form>
    <details v-if="ways.length">
      <summary>{{ ways.length }} other {{ ways.length === 1 ? "way" : "ways" }}</summary>
      <ul class="ways">
        <li v-for="(each, at) in ways" :key="at">
          <button class="do quiet" @click="take(at + 1)">
            <i :style="{ background: each.colour }" />{{ each.said }} ({{ each.difference }} off)
          </button>
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
.detail {
  display: grid;
  gap: 8px;
  margin-bottom: 16px;
  padding-bottom: 14px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
}
.stand {
  position: relative;
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 118px;
}
.stand span {
  position: absolute;
  inset: 26px 22%;
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.under {
  display: flex;
  justify-content: center;
  gap: 34px;
  margin-top: -6px;
}
.beside {
  display: flex;
  gap: 12px;
}
.beside [aria-pressed="true"] {
  background: none;
  color: var(--ink);
  font-weight: 700;
}
.parts {
  font-size: 17px;
}
.parts i,
.made i,
.ways i {
  display: inline-block;
  width: 15px;
  height: 15px;
  margin-right: 8px;
  border: 1.5px solid var(--line);
  border-radius: 50%;
  vertical-align: -2px;
  flex: none;
}
.parts .then {
  margin-top: 4px;
  padding-top: 4px;
  border-top: 1px solid var(--hair);
}
.parts .water {
  border-style: dashed;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.own {
  display: grid;
  gap: 2px;
  padding: 8px 10px;
  background: var(--sheet);
}
.own label {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.ways .do {
  white-space: normal;
  text-align: left;
  justify-content: flex-start;
}
summary {
  min-height: 30px;
  cursor: pointer;
  font-weight: 500;
}
@media (max-width: 900px), (pointer: coarse) {
  .do,
  summary {
    min-height: 44px;
  }
}
</style>
