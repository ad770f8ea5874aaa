<script setup lang="ts">
/** The air as a sentence: veil, visibility, how far it pulls, key, least gap. */
import NumberField from "@/fields/NumberField.vue";
import { computed, ref, watch } from "vue";
import type { Painting, Source } from "@/api/client";
import { useTable } from "@/api/store";
import TermWord from "@/frame/TermWord.vue";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** The choices as they stand. */
  depth: Painting["depth"];
  /** The photo on which planes are marked. */
  source: Source;
}>();
/** The veil the scene is seen under, or empty. */
const under = defineModel<string>("under", { required: true });
/** Whether the light of the air is being picked on the photo. */
const picking = defineModel<boolean>("picking", { required: true });
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
/** The photo keeps the air it was taken in, the plan takes the one that is looked at. */
async function planSo(): Promise<void> {
  const veil = under.value;
  if (props.source.air_veil === null) {
    await table.change({
      action: "set_air",
      source: props.source.number,
      veil: props.depth.veil,
      visibility_km: props.depth.visibility_km,
    });
  }
  await table.change({ action: "set_depth", veil });
}
function chosen(event: Event): string {
  return (event.target as HTMLSelectElement).value;
}
</script>

<template>
  <p v-roving="'button'" class="air">
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
    >, <TermWord word="Sight" /> to
    <label
      ><span class="hidden-label">Visibility in km</span
      ><NumberField
        v-model="visibility"
        :min="0.01"
        :max="340"
        @change="table.change({ action: 'set_depth', visibility_km: visibility })"
    /></label>
    km<template v-if="depth.visibility_own">
      <button class="do quiet" @click="table.change({ action: 'set_depth', usual_visibility: true })">
        as usual
      </button>
    </template>
    · <TermWord word="Pull of the veil">the veil pulls</TermWord>
    <label
      ><span class="hidden-label">Pull of the veil in per cent</span
      ><NumberField
        v-model="pull"
        :min="0"
        :max="100"
        :step="10"
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
      ><NumberField
        v-model="gap"
        :min="0"
        :max="3"
        :step="0.1"
        @change="table.change({ action: 'set_depth', gap })"
    /></label>
    <TermWord word="Gap">apart</TermWord>
    <br />
    <label
      >See the scene
      <select v-model="under" class="field" aria-label="See the scene under">
        <option value="">as photographed</option>
        <option v-for="each in veils" :key="each.key" :value="each.key">
          under: {{ each.name.toLowerCase() }}
        </option>
      </select></label
    >
    <template v-if="under">
      , the photo itself being taken in
      <select
        class="field"
        aria-label="The photo was taken in"
        :value="source.air_veil ?? ''"
        @change="table.change({ action: 'set_air', source: source.number, veil: chosen($event) || null })"
      >
        <option value="">the planned air</option>
        <option v-for="each in veils" :key="each.key" :value="each.key">{{ each.name.toLowerCase() }}</option>
      </select>
      <button class="do" @click="planSo">Plan it so</button>
    </template>
    ·
    <i class="chip" :style="{ background: depth.airlight }" aria-hidden="true"></i>
    <button class="do quiet" :aria-pressed="picking" @click="picking = !picking">
      {{ picking ? "Press it, low in the sky" : "Pick the air's light" }}
    </button>
    <button
      v-if="depth.airlight_own"
      class="do quiet"
      @click="table.change({ action: 'set_depth', usual_airlight: true })"
    >
      its usual light
    </button>
  </p>
</template>

<style scoped>
.air {
  font-size: 15px;
  line-height: 1.62;
}
.chip {
  display: inline-block;
  width: 20px;
  height: 14px;
  border: 1px solid var(--line);
  vertical-align: -2px;
}
.air .do {
  min-height: 22px;
  font-size: 14.5px;
}
</style>
