<script setup lang="ts">
/** What a pass says of itself beyond the usual: paint, what it wants under it, what it paints and spares. */
import NumberField from "@/fields/NumberField.vue";
import { computed } from "vue";
import type { Pass } from "@/api/client";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** The pass. */
  pass: Pass;
}>();
const table = useTable();
type Field = "mix" | "value" | "chroma" | "opacity" | "oil" | "dries" | "wants" | "share" | "mark_mm";

function set(part: Record<string, unknown>): void {
  void table.change({ action: "set_pass", number: props.pass.number, ...part });
}
/** A number that is left empty is as usual again. */
function setNumber(field: Field, typed: number | null, per = 1): void {
  set({ [field]: typed === null ? null : typed / per });
}
const WANTS: [string, string][] = [
  ["", "as usual for it"],
  ["any", "any paint"],
  ["wet", "wet paint"],
  ["damp", "damp paint"],
  ["open_or_dry", "open or dry, not tacky"],
  ["touch_dry", "touch-dry paint"],
  ["dry_through", "paint dry through"],
];
const OPACITIES: [string, string][] = [
  ["", "as usual"],
  ["transparent", "transparent"],
  ["semi_transparent", "half transparent"],
  ["semi_opaque", "half opaque"],
  ["opaque", "opaque"],
];
const CHROMAS: [string, string][] = [
  ["", "as planned"],
  ["low", "muted"],
  ["mid", "middling"],
  ["high", "strong"],
];
const FATS: [string, string][] = [
  ["", "as usual"],
  ["lean", "thinned"],
  ["tube", "from the tube"],
  ["fat", "with more oil"],
];
const DRIES: [string, string][] = [
  ["", "as usual"],
  ["fast", "fast pigments"],
  ["medium", "middling"],
  ["slow", "slow pigments"],
];
const things = computed(() =>
  (table.painting?.elements ?? []).filter(
    (each) => each.plane === null || props.pass.planes.includes(each.plane),
  ),
);
const lights = computed(() => table.painting?.reserves ?? []);
function toggled(list: number[], number: number): number[] {
  return list.includes(number) ? list.filter((each) => each !== number) : [...list, number];
}
</script>

<template>
  <details class="fields">
    <summary>Paint, marks, what it goes round</summary>
    <div class="grid">
      <label
        >Mix
        <input
          class="field"
          maxlength="60"
          :value="pass.mix"
          placeholder="as on the palette"
          @change="set({ mix: ($event.target as HTMLInputElement).value })"
      /></label>
      <label
        >Its value, dry
        <NumberField
          :min="0"
          :max="10"
          :step="0.1"
          :model-value="pass.value === null ? null : Math.round(10 * pass.value) / 10"
          placeholder="as planned"
          @change="setNumber('value', $event)"
      /></label>
      <label
        >Colour
        <select
          class="field"
          :value="pass.chroma"
          @change="set({ chroma: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="[key, said] in CHROMAS" :key="key" :value="key">{{ said }}</option>
        </select></label
      >
      <label
        >Cover
        <select
          class="field"
          :value="pass.opacity"
          @change="set({ opacity: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="[key, said] in OPACITIES" :key="key" :value="key">{{ said }}</option>
        </select></label
      >
      <label
        >Wants under it
        <select
          class="field"
          :value="pass.wants"
          @change="set({ wants: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="[key, said] in WANTS" :key="key" :value="key">{{ said }}</option>
        </select></label
      >
      <label
        >Touches of its plane, %
        <NumberField
          :min="1"
          :max="100"
          :model-value="pass.share === null ? null : Math.round(100 * pass.share)"
          placeholder="all"
          @change="setNumber('share', $event, 100)"
      /></label>
      <label
        >Narrowest mark, mm
        <NumberField
          :min="0.1"
          :max="300"
          :step="0.1"
          :model-value="pass.mark_mm"
          @change="setNumber('mark_mm', $event)"
      /></label>
      <template v-if="pass.paint === 'oil'">
        <label
          >Oil in it
          <select
            class="field"
            :value="pass.oil"
            @change="set({ oil: ($event.target as HTMLSelectElement).value })"
          >
            <option v-for="[key, said] in FATS" :key="key" :value="key">{{ said }}</option>
          </select></label
        >
        <label
          >Dries
          <select
            class="field"
            :value="pass.dries"
            @change="set({ dries: ($event.target as HTMLSelectElement).value })"
          >
            <option v-for="[key, said] in DRIES" :key="key" :value="key">{{ said }}</option>
          </select></label
        >
      </template>
    </div>
    <p v-if="things.length" role="group" aria-label="Things that it paints">
      It paints
      <label v-for="each in things" :key="each.number" class="tick"
        ><input
          type="checkbox"
          :checked="pass.elements.includes(each.number)"
          @change="set({ elements: toggled(pass.elements, each.number) })"
        />
        {{ each.name }}</label
      >
    </p>
    <p v-if="lights.length" role="group" aria-label="Kept lights that it goes round">
      It goes round
      <label v-for="each in lights" :key="each.number" class="tick"
        ><input
          type="checkbox"
          :checked="pass.spares?.includes(each.number) ?? false"
          @change="set({ spares: toggled(pass.spares ?? [], each.number) })"
        />
        {{ each.name }}</label
      >
    </p>
  </details>
</template>

<style scoped>
.fields summary {
  cursor: pointer;
  min-height: 28px;
  margin-top: 4px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px 12px;
}
.grid label {
  display: grid;
  gap: 1px;
  color: var(--ink2);
}
.grid .field,
.grid .number {
  box-sizing: border-box;
  width: 100%;
  color: var(--ink);
}
.grid .number {
  margin-inline: 0;
}
.grid .number :deep(input) {
  text-align: left;
}
.tick {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  min-height: 28px;
  margin-right: 10px;
}
</style>
