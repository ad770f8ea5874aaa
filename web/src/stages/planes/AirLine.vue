<script setup lang="ts">
/** The air as a sentence: veil, visibility, how far it pulls, key, least gap. */
import { computed, ref, watch } from "vue";
import type { Painting } from "@/api/client";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** The choices as they stand. */
  depth: Painting["depth"];
}>();
const table = useTable();
const visibility = ref(0);
const pull = ref(0);
const gap = ref(0);
// Each field follows its own value only, so that what is being typed survives the answer to the change before.
watch(
  () => props.depth.visibility_km,
  (now) => (visibility.value = Number(now.toPrecision(4))),
  { immediate: true },
);
watch(
  () => props.depth.pull,
  (now) => (pull.value = Math.round(100 * now)),
  { immediate: true },
);
watch(
  () => props.depth.gap,
  (now) => (gap.value = now),
  { immediate: true },
);
const veils = computed(() => table.choices?.veils ?? []);
const keys = computed(() => table.choices?.keys ?? []);
function chosen(event: Event): string {
  return (event.target as HTMLSelectElement).value;
}
</script>

<template>
  <p class="air">
    From the eye outward:
    <label
      ><span class="hidden-label">Veil</span>
      <select
        class="field"
        :value="depth.veil"
        @change="table.change({ action: 'set_depth', veil: chosen($event) })"
      >
        <option v-for="each in veils" :key="each.key" :value="each.key">{{ each.name.toLowerCase() }}</option>
      </select> </label
    >, sight to
    <label
      ><span class="hidden-label">Visibility in km</span
      ><input
        v-model.number="visibility"
        class="field num"
        type="number"
        min="0.01"
        max="340"
        step="any"
        @change="table.change({ action: 'set_depth', visibility_km: visibility })"
    /></label>
    km<template v-if="depth.visibility_own">
      <button class="do quiet" @click="table.change({ action: 'set_depth', usual_visibility: true })">
        as usual
      </button>
    </template>
    · the veil pulls
    <label
      ><span class="hidden-label">Pull of the veil in per cent</span
      ><input
        v-model.number="pull"
        class="field num"
        type="number"
        min="0"
        max="100"
        step="10"
        @change="table.change({ action: 'set_depth', pull: pull / 100 })"
    /></label>
    % ·
    <label
      ><span class="hidden-label">Key</span>
      <select
        class="field"
        :value="depth.key"
        @change="table.change({ action: 'set_depth', key: chosen($event) })"
      >
        <option v-for="each in keys" :key="each.key" :value="each.key" :title="each.said">
          {{ each.name.toLowerCase() }}
        </option>
      </select>
    </label>
    · planes that meet stay
    <label
      ><span class="hidden-label">Least gap in value steps</span
      ><input
        v-model.number="gap"
        class="field num"
        type="number"
        min="0"
        max="3"
        step="0.1"
        @change="table.change({ action: 'set_depth', gap })"
    /></label>
    apart
  </p>
</template>

<style scoped>
.air {
  font-size: 14px;
  line-height: 1.9;
}
.num {
  width: 3.6em;
  text-align: right;
  font-size: 14px;
}
.air .do {
  min-height: 22px;
  font-size: 13.5px;
}
</style>
