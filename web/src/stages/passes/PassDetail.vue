<script setup lang="ts">
/** The chosen pass: why it is needed, what it waits for, and what can be done with it. */
import NumberField from "@/fields/NumberField.vue";
import { computed, ref, watch } from "vue";
import type { Pass } from "@/api/client";
import { useTable } from "@/api/store";
import PassFields from "./PassFields.vue";

const props = defineProps<{
  /** The chosen pass. */
  pass: Pass;
}>();
const table = useTable();
const title = ref(props.pass.title);
watch([() => props.pass.number, () => props.pass.title], () => (title.value = props.pass.title));

/** What the painter's own log says of its minutes. */
const range = computed(
  () => table.painting?.work.pace?.ranges.find((each) => each.number === props.pass.number)?.said ?? "",
);

async function rename(): Promise<void> {
  if (title.value !== props.pass.title) {
    await table.change({ action: "set_pass", number: props.pass.number, title: title.value });
  }
}
function setThickness(event: Event): void {
  const thickness = Number((event.target as HTMLSelectElement).value);
  void table.change({ action: "set_pass", number: props.pass.number, thickness });
}
function setBrush(brush_mm: number | null): void {
  if (brush_mm === null || brush_mm === props.pass.brush_mm) return;
  void table.change({ action: "set_pass", number: props.pass.number, brush_mm });
}
function setLight(event: Event): void {
  const in_light = (event.target as HTMLInputElement).checked;
  void table.change({ action: "set_pass", number: props.pass.number, in_light });
}
const WATER = ["watercolour", "gouache", "rewettable", "acrylic"];
function setAid(event: Event): void {
  const aid = (event.target as HTMLSelectElement).value as Exclude<Pass["aid"], "">;
  void table.change({ action: "set_pass", number: props.pass.number, aids: aid ? [aid] : [] });
}
const THICKNESSES: [number, string][] = [
  [0.5, "a thin film"],
  [0.7, "thinner than usual"],
  [1, "a usual layer"],
  [1.2, "a full layer"],
  [1.5, "a heavy layer"],
  [3, "thick"],
  [6, "very thick"],
];
</script>

<template>
  <section class="detail" aria-label="The chosen pass">
    <input v-model="title" class="field name" aria-label="Name of the pass" maxlength="60" @change="rename" />
    <p class="say">{{ pass.why }}</p>
    <p v-if="pass.keeps">
      <b>{{ pass.keeps }}</b>
    </p>
    <p v-if="pass.paint !== 'dry'">
      In {{ pass.paint }},
      <select class="field" :value="pass.thickness" aria-label="Thickness" @change="setThickness">
        <option v-for="[value, said] in THICKNESSES" :key="value" :value="value">{{ said }}</option>
        <option v-if="!THICKNESSES.some(([value]) => value === pass.thickness)" :value="pass.thickness">
          {{ pass.thickness }} times the usual
        </option>
      </select>
    </p>
    <p v-if="WATER.includes(pass.paint)">
      <label
        >It dries
        <select class="field" :value="pass.aid" aria-label="What its drying is helped with" @change="setAid">
          <option value="">by itself</option>
          <option value="mist">slower, misted while it is worked</option>
          <option value="dryer">sooner, with a dryer</option>
        </select></label
      ><template v-if="pass.aid === 'dryer'">
        Keep it moving and an arm away; heat cracks thick paint, and masking fluid bakes on.</template
      >
    </p>
    <p v-if="pass.paint !== 'dry'">
      <label
        >Brush
        <NumberField
          :min="0.5"
          :max="300"
          :step="0.5"
          :model-value="pass.brush_mm"
          :placeholder="pass.smallest_mm ? String(pass.smallest_mm) : ''"
          label="Width of the brush in mm"
          @change="setBrush"
        />
        mm</label
      ><template v-if="pass.smallest_mm">: smallest shape here {{ pass.smallest_mm }} mm</template>
    </p>
    <p v-if="pass.paint !== 'dry'">
      <label
        ><input type="checkbox" :checked="pass.in_light" @change="setLight" /> needs the light of the
        photo</label
      >
    </p>
    <PassFields v-if="!pass.done && pass.paint !== 'dry'" :pass="pass" />
    <p v-if="range">{{ range }}.</p>
    <template v-if="pass.waits_for.length">
      <h2>It waits for</h2>
      <ul>
        <li v-for="wait in pass.waits_for" :key="wait.number">
          <button class="link" @click="table.pass = wait.number">{{ wait.title }}</button>
          ({{ wait.needs_said }}). {{ wait.reason
          }}<template v-if="!wait.material"> A matter of order, not of material.</template>
        </li>
      </ul>
    </template>
    <p v-else>It waits for nothing.</p>
    <div class="deeds">
      <template v-if="!pass.done">
        <button class="do" @click="table.change({ action: 'mark_done', number: pass.number })">
          Painted
        </button>
        <button class="do quiet" @click="table.change({ action: 'remove_pass', number: pass.number })">
          Delete
        </button>
      </template>
      <button v-else class="do quiet" @click="table.change({ action: 'spoil_pass', number: pass.number })">
        It is spoiled: paint it anew
      </button>
    </div>
  </section>
</template>

<style scoped>
.detail {
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
  line-height: 1.32;
}
.name {
  width: 100%;
  font-weight: 700;
  font-size: 15.5px;
}
.say {
  margin: 5px 0;
  font-size: 15px;
}
h2 {
  margin: 8px 0 2px;
  font-size: 15px;
}
li {
  margin-bottom: 5px;
}
.link {
  font-weight: 500;
  text-decoration: underline;
  text-underline-offset: 2px;
  text-align: left;
}
.deeds {
  display: flex;
  gap: 10px;
  margin-top: 8px;
}
</style>
