<script setup lang="ts">
/** Everything that is wanted in the painting, each with the passes that see to it, so that nothing is forgotten. */
import { computed, ref } from "vue";
import type { Painting } from "@/api/client";
import { useTable } from "@/api/store";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** Passes and what is wanted. */
  work: Painting["work"];
}>();
const table = useTable();
/** Number of the thing whose recipe is to be copied, or 0. */
const copying = ref(0);
const chosen = ref<number[]>([]);
const SORTS = {
  plane: "plane",
  thing: "thing",
  light: "kept light",
  departure: "not as in the photo",
} as const;
const passOf = computed(() => new Map(props.work.passes.map((each) => [each.number, each])));
const things = computed(() => props.work.wanted.filter((each) => each.sort === "thing"));
// A base of its own is what the other parts of a recipe stand on.
const hasOwn = (name: string): boolean =>
  props.work.passes.some((each) => each.thing === name && each.kind === "block_in");
const others = computed(() =>
  things.value.filter((each) => each.number !== copying.value && !hasOwn(each.name)),
);

async function copy(): Promise<void> {
  if (await table.change({ action: "copy_recipe", element: copying.value, to: chosen.value.map(Number) })) {
    copying.value = 0;
    chosen.value = [];
  }
}
</script>

<template>
  <section v-roving="'.link, .deeds button'" class="wanted" aria-label="Everything wanted">
    <h2>Everything wanted, and what sees to it</h2>
    <ul>
      <li v-for="each in work.wanted" :key="`${each.sort}${each.number}`">
        <span class="what">
          <b>{{ each.name }}</b>
          <em>{{ SORTS[each.sort] }}</em>
        </span>
        <span>
          <template v-for="(number, at) in each.passes" :key="number">
            <template v-if="at">, </template>
            <button class="link" @click="table.pass = number">{{ passOf.get(number)?.title }}</button>
          </template>
          <em v-if="each.said">{{ each.said }}</em>
        </span>
        <span v-if="each.sort === 'thing'" class="deeds">
          <button
            v-if="!hasOwn(each.name)"
            class="do quiet"
            :aria-label="`A recipe of its own: ${each.name}`"
            @click="table.change({ action: 'add_recipe', element: each.number })"
          >
            A recipe of its own
          </button>
          <button
            v-else-if="things.length > 1"
            class="do quiet"
            :aria-expanded="copying === each.number"
            :aria-label="`The same for others as for ${each.name}`"
            @click="copying = copying === each.number ? 0 : each.number"
          >
            The same for others
          </button>
        </span>
        <form v-if="copying === each.number && each.sort === 'thing'" class="copy" @submit.prevent="copy">
          <label v-for="other in others" :key="other.number"
            ><input v-model="chosen" type="checkbox" :value="other.number" /> {{ other.name }}</label
          >
          <span v-if="!others.length">All other things have passes of their own.</span>
          <button v-else class="do" type="submit" :disabled="!chosen.length">Copy the recipe</button>
        </form>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.wanted {
  margin-bottom: 20px;
  font-size: 15px;
}
h2 {
  margin-bottom: 4px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 11em) minmax(0, 1fr) auto;
  gap: 0 12px;
  align-items: baseline;
  padding: 4px 0;
  border-top: 1px solid var(--hair);
}
em {
  margin-left: 6px;
  color: var(--ink2);
  font-size: 14.5px;
}
.link {
  text-decoration: underline;
  text-underline-offset: 2px;
}
.copy {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 4px 0;
}
@media (max-width: 560px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
