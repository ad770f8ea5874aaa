<script setup lang="ts">
/** The things in the picture, far to near by their planes; each belongs to one plane, or to none yet. */
import { computed, ref } from "vue";
import type { Painting, Plane } from "@/api/client";
import { useTable } from "@/api/store";
import FoldedPart from "@/frame/FoldedPart.vue";
import type { Point } from "@/picture/pen";
import HandlingWords from "./HandlingWords.vue";

const props = defineProps<{
  /** The things. */
  things: Painting["elements"];
  /** Planes, farthest first. */
  planes: Plane[];
  /** Where a new thing was pressed, or null. */
  at: Point | null;
}>();
/** Whether the next press on the picture says where a thing stands. */
const placing = defineModel<boolean>("placing", { required: true });
const emit = defineEmits<{ named: [] }>();
const table = useTable();
const name = ref("");
/** Number of the thing whose handling is open, or 0. */
const handled = ref(0);
const sorted = computed(() =>
  [...props.things].sort((a, b) => (a.plane ?? 99) - (b.plane ?? 99) || a.number - b.number),
);

async function add(): Promise<void> {
  const place = props.at ? { x: props.at[0], y: props.at[1] } : {};
  if (await table.change({ action: "add_element", name: name.value, plane: table.plane, ...place })) {
    name.value = "";
    emit("named");
  }
}
function into(element: number, event: Event): void {
  const plane = Number((event.target as HTMLSelectElement).value) || null;
  void table.change({ action: "set_element", element, plane });
}
const count = computed(() => (props.things.length ? String(props.things.length) : "none named yet"));
</script>

<template>
  <FoldedPart class="things" title="Things in the picture" :said="count" :needed="placing || at !== null">
    <ul>
      <li v-for="each in sorted" :key="each.number">
        <b>{{ each.name }}</b> in
        <select
          class="field"
          :value="each.plane ?? 0"
          :aria-label="`Plane of ${each.name}`"
          @change="into(each.number, $event)"
        >
          <option :value="0">no plane yet</option>
          <option v-for="plane in planes" :key="plane.rank" :value="plane.rank">{{ plane.name }}</option>
        </select>
        <button
          class="do quiet"
          :aria-expanded="handled === each.number"
          @click="handled = handled === each.number ? 0 : each.number"
        >
          {{ each.handling.said || "handled as it comes" }}
        </button>
        <HandlingWords
          v-if="handled === each.number"
          :name="each.name"
          :handling="each.handling"
          @change="(part) => table.change({ action: 'set_element', element: each.number, ...part })"
        />
        <button
          class="do quiet"
          :aria-label="`Off the list: ${each.name}`"
          @click="table.change({ action: 'remove_element', element: each.number })"
        >
          Off the list
        </button>
      </li>
    </ul>
    <form v-if="at" @submit.prevent="add">
      <label>It is <input v-model="name" class="field" maxlength="60" size="12" autofocus /></label>
      in {{ planes.find((each) => each.rank === table.plane)?.name }}.
      <button class="do">List it</button>
      <button type="button" class="do quiet" @click="emit('named')">Cancel</button>
    </form>
    <button v-else class="do quiet" :aria-pressed="placing" @click="placing = !placing">
      {{ placing ? "Press where it stands" : "Name a thing" }}
    </button>
  </FoldedPart>
</template>

<style scoped>
.things li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 5px;
  align-items: center;
}
.things .field {
  font-size: 14.5px;
}
</style>
