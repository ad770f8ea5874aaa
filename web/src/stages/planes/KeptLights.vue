<script setup lang="ts">
/** Reserved lights: where they lie, how they are kept, and the word a newly drawn one still needs. */
import { computed, ref } from "vue";
import type { Painting } from "@/api/client";
import { useTable } from "@/api/store";
import FoldedPart from "@/frame/FoldedPart.vue";
import type { Point } from "@/picture/pen";

type Way = Painting["reserves"][number]["way"];
const props = defineProps<{
  /** The reserved lights. */
  lights: Painting["reserves"];
  /** Outline of a new one, or empty. */
  drawn: Point[];
}>();
const emit = defineEmits<{ draw: []; named: [] }>();
const table = useTable();
const name = ref("");
const way = ref<Way>("ground");

async function keep(): Promise<void> {
  if (await table.change({ action: "add_reserve", points: props.drawn, name: name.value, way: way.value })) {
    name.value = "";
    emit("named");
  }
}
function keepAs(reserve: number, event: Event): void {
  const wanted = (event.target as HTMLSelectElement).value as Way;
  void table.change({ action: "set_reserve", reserve, way: wanted });
}
const count = computed(() => (props.lights.length ? String(props.lights.length) : "none"));
</script>

<template>
  <FoldedPart class="lights" title="Lights that are kept" :said="count" :needed="drawn.length > 0">
    <ul>
      <li v-for="each in lights" :key="each.number">
        <b>{{ each.name }}</b>
        <select
          class="field"
          :value="each.way"
          :aria-label="`How ${each.name} is kept`"
          @change="keepAs(each.number, $event)"
        >
          <option v-for="choice in table.choices?.ways_to_keep" :key="choice.key" :value="choice.key">
            {{ choice.name }}
          </option>
        </select>
        <span>{{ each.said }}.</span>
        <button
          class="do quiet"
          :aria-label="`Give it up: ${each.name}`"
          @click="table.change({ action: 'remove_reserve', reserve: each.number })"
        >
          Give it up
        </button>
      </li>
    </ul>
    <form v-if="drawn.length" @submit.prevent="keep">
      <label>This light is <input v-model="name" class="field" maxlength="60" size="12" autofocus /></label>
      and
      <select v-model="way" class="field" aria-label="How it is kept">
        <option v-for="choice in table.choices?.ways_to_keep" :key="choice.key" :value="choice.key">
          {{ choice.name }}
        </option>
      </select>
      <button class="do">Keep it</button>
      <button type="button" class="do quiet" @click="emit('named')">Cancel</button>
    </form>
    <button v-else class="do quiet" @click="emit('draw')">Draw round a light to keep</button>
  </FoldedPart>
</template>

<style scoped>
.lights li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 6px;
  align-items: center;
}
.lights .field {
  max-width: 100%;
  font-size: 14.5px;
}
</style>
