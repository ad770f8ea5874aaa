<script setup lang="ts">
/** Pens for marking, and what undoes a stroke. */
import { computed } from "vue";
import { useTable } from "@/api/store";
import HintTip from "@/frame/HintTip.vue";
import { PENS, type Pen } from "@/picture/pen";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** Pen in hand, or null. */
  pen: Pen | null;
}>();
const width = defineModel<number>("width", { required: true });
/** Whether a level line settles on the edge beside it. */
const settle = defineModel<boolean>("settle", { required: true });
const emit = defineEmits<{ take: [pen: Pen | null] }>();
const table = useTable();
const strokes = computed(() => table.painting?.strokes ?? []);
const own = computed(() => strokes.value.filter((each) => each.plane === table.plane));
const last = computed(() => own.value.at(-1));
const said = computed(() => PENS.find((each) => each.key === props.pen)?.said);
</script>

<template>
  <div class="pens">
    <span v-roving role="group" aria-label="Pens" class="group">
      <button class="do" :aria-pressed="pen === null" @click="emit('take', null)">Look</button>
      <button
        v-for="each in PENS"
        :key="each.key"
        class="do"
        :aria-pressed="pen === each.key"
        @click="emit('take', each.key)"
      >
        {{ each.name }}<HintTip :text="each.said" />
      </button>
    </span>
    <template v-if="pen">
      <label v-if="pen === 'level'" class="settle"
        ><input v-model="settle" type="checkbox" /> settles on the edge</label
      >
      <label v-if="pen !== 'level' && pen !== 'area' && pen !== 'thin'" class="width"
        >width
        <v-slider v-model="width" :min="0.004" :max="0.12" :step="0.002" aria-label="Width of the pen" />
      </label>
      <span class="said"
        >for <b>{{ table.chosenPlane?.name }}</b>: {{ said }}</span
      >
    </template>
    <span v-else class="said">{{ strokes.length }} strokes; a number chooses its plane</span>
    <span class="deeds">
      <button
        class="do quiet"
        :disabled="!last"
        @click="last && table.change({ action: 'remove_stroke', stroke: last.number })"
      >
        Last stroke away
      </button>
      <button
        class="do quiet"
        :disabled="!own.length"
        @click="table.change({ action: 'clear_strokes', plane: table.plane })"
      >
        All of this plane
      </button>
    </span>
  </div>
</template>

<style scoped>
.pens {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  font-size: 15px;
}
.group {
  display: inline-flex;
  flex-wrap: wrap;
  row-gap: 2px;
}
.group .do {
  margin-right: -1.5px;
}
.width {
  display: inline-flex;
  align-items: center;
  gap: 12px;
  width: 150px;
}
.width :deep(.v-input__control) {
  min-height: 26px;
}
.settle {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 26px;
}
.said {
  color: var(--ink2);
}
.deeds {
  display: flex;
  gap: 12px;
  margin-left: auto;
}
</style>
