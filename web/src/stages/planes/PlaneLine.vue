<script setup lang="ts">
/** The chosen plane as a sentence one can change: its name, what it is, how far it stands, what it is held at. */
import NumberField from "@/fields/NumberField.vue";
import HintTip from "@/frame/HintTip.vue";
import { computed, ref, watch } from "vue";
import type { Plane } from "@/api/client";
import { useTable } from "@/api/store";
import HowFar from "./HowFar.vue";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** Rank of the chosen plane. */
  chosen: number;
}>();
const table = useTable();
const plane = computed(() => props.planes.find((each) => each.rank === props.chosen));
const asking = ref(false);
const name = ref("");
const distance = ref<number | null>(null);

// Each field follows its own value only, so that what is being typed survives the answer to the change before.
watch([() => plane.value?.rank, () => plane.value?.name], () => (name.value = plane.value?.name ?? ""), {
  immediate: true,
});
watch(
  [() => plane.value?.rank, () => plane.value?.distance_m],
  () => (distance.value = plane.value?.distance_m ?? null),
  { immediate: true },
);

async function rename(): Promise<void> {
  if (plane.value && name.value !== plane.value.name) {
    await table.change({ action: "set_plane", plane: props.chosen, name: name.value });
  }
}
async function setDistance(): Promise<void> {
  if (distance.value !== null && distance.value !== plane.value?.distance_m) {
    await table.change({ action: "set_plane", plane: props.chosen, distance_m: distance.value });
  }
}
async function move(to: number): Promise<void> {
  if (await table.change({ action: "move_plane", plane: props.chosen, to })) table.plane = to;
}
async function add(): Promise<void> {
  const after = props.chosen;
  if (await table.change({ action: "add_plane", name: "New plane", after })) table.plane = after + 1;
}
function setKind(event: Event): void {
  const said = (event.target as HTMLSelectElement).value as Plane["kind"] | "see_through" | "accents";
  const own = said === "see_through" || said === "accents";
  void table.change({
    action: "set_plane",
    plane: props.chosen,
    // A sky that becomes mist stands somewhere in the air.
    kind: own ? (plane.value?.kind === "water" ? "water" : "land") : said,
    nature: own ? said : "solid",
  });
}
</script>

<template>
  <div v-if="plane" v-roving="'.value button, .deeds button'" class="plane-line">
    <b class="rank">{{ plane.rank }}</b>
    <label
      ><span class="hidden-label">Name of the plane</span
      ><input v-model="name" class="field name" maxlength="60" @change="rename"
    /></label>
    <label
      ><span class="hidden-label">What it is</span>
      <select class="field" :value="plane.nature === 'solid' ? plane.kind : plane.nature" @change="setKind">
        <option value="sky">sky</option>
        <option value="land">land</option>
        <option value="water">water</option>
        <option value="see_through">mist, beams, glass</option>
        <option value="accents">thin accents</option>
      </select>
    </label>
    <label v-if="plane.kind !== 'sky'"
      >about
      <NumberField
        v-model="distance"
        :min="0.1"
        placeholder="?"
        label="Distance in metres"
        @change="setDistance"
      />
      m away</label
    >
    <button v-if="plane.kind !== 'sky'" class="do quiet" :aria-expanded="asking" @click="asking = !asking">
      How far?<HintTip text="Reckon the distance from a thing whose size you know, or from steps." />
    </button>
    <span class="value">
      planned <b>{{ plane.planned.value.toFixed(1) }}</b>
      <template v-if="plane.locked">
        held
        <button class="do quiet" @click="table.change({ action: 'unlock_plane', plane: chosen })">
          Free it
        </button>
      </template>
      <button
        v-else
        class="do quiet"
        @click="table.change({ action: 'set_planned_value', plane: chosen, value: plane.planned.value })"
      >
        Hold it<HintTip text="Keep this value as it is; the others are planned round it." />
      </button>
    </span>
    <span class="deeds">
      <button class="do quiet" :disabled="plane.rank === 1" @click="move(plane.rank - 1)">Farther</button>
      <button class="do quiet" :disabled="plane.rank === planes.length" @click="move(plane.rank + 1)">
        Nearer
      </button>
      <button class="do quiet" :disabled="planes.length >= 9" @click="add">
        Add one before it<HintTip text="A new plane between this one and the next nearer one." />
      </button>
      <button
        class="do quiet"
        :disabled="planes.length <= 2"
        @click="table.change({ action: 'remove_plane', plane: chosen })"
      >
        Delete
      </button>
    </span>
    <HowFar
      v-if="asking && plane.kind !== 'sky'"
      :key="chosen"
      :planes="planes"
      :chosen="chosen"
      @done="asking = false"
    />
  </div>
</template>

<style scoped>
.plane-line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 8px;
  font-size: 15px;
}
.rank {
  font-size: 19px;
}
.name {
  width: 8.6em;
  font-weight: 700;
}
.deeds {
  display: flex;
  gap: 8px;
  margin-left: auto;
}
.value .do,
.deeds .do {
  font-size: 14.5px;
}
</style>
