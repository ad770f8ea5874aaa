<script setup lang="ts">
/** Steps, smallest shape worth painting, softness of the squint; all act on the picture at once. */
import { computed, ref } from "vue";
import type { Choices, Source } from "@/api/client";
import type { Settings } from "./trial";
import { vRoving } from "@/look/roving";

const settings = defineModel<Settings>({ required: true });
const props = defineProps<{
  /** Photos to choose from. */
  sources: Source[];
  /** Ends of the sliders. */
  limits: Pick<Choices, "smallest_share" | "softness" | "keys">;
  /** Whether departures are planned on this source. */
  departures: boolean;
  /** The smallest shape as an area on the support, in words. */
  smallestSaid: string;
  /** True while what is shown is a kept thumbnail, unchanged. */
  kept: boolean;
  /** Name of the kept thumbnail that was taken up, or empty. */
  current: string;
}>();
const emit = defineEmits<{ keep: []; adjust: []; later: [note: string]; source: [number: number] }>();
const putting = ref(false);
const note = ref("");
function later(): void {
  emit("later", note.value);
  putting.value = false;
  note.value = "";
}
const STEPS = [2, 3, 4, 5, 6, 7];

function set<K extends keyof Settings>(key: K, value: Settings[K]): void {
  // Other steps, or another key, need other cuts.
  const cuts = key === "steps" || key === "even" || key === "key" ? null : settings.value.cuts;
  settings.value = { ...settings.value, cuts, [key]: value };
}
// The slider moves on the square root, so that small areas can be told apart.
const smallest = computed({
  get: () => Math.sqrt(settings.value.smallest_share),
  set: (root: number) => set("smallest_share", Math.round(root * root * 1e5) / 1e5),
});
const softness = computed({
  get: () => settings.value.softness,
  set: (value: number) => set("softness", Math.round(value * 1e4) / 1e4),
});
const softSaid = computed(() => {
  const share = settings.value.softness;
  return share < 0.009
    ? "eyes open"
    : share < 0.018
      ? "half closed"
      : share < 0.029
        ? "squinting"
        : "nearly shut";
});
</script>

<template>
  <div class="controls">
    <div v-roving class="steps" role="group" aria-label="Number of values">
      <button
        v-for="count in STEPS"
        :key="count"
        class="do"
        :aria-pressed="settings.steps === count"
        :aria-label="`${count} values`"
        @click="set('steps', count)"
      >
        {{ count }}
      </button>
      <span>values</span>
    </div>
    <label class="slide">
      <span
        >Smallest shape <b>{{ smallestSaid }}</b></span
      >
      <v-slider
        v-model="smallest"
        :min="Math.sqrt(limits.smallest_share.low)"
        :max="Math.sqrt(limits.smallest_share.high)"
        :step="0.002"
        aria-label="Smallest shape"
        :aria-valuetext="smallestSaid"
      />
    </label>
    <label class="slide">
      <span
        >Squint <b>{{ softSaid }}</b></span
      >
      <v-slider
        v-model="softness"
        :min="limits.softness.low"
        :max="limits.softness.high"
        :step="0.001"
        aria-label="Softness"
        :aria-valuetext="softSaid"
      />
    </label>
    <button v-if="settings.cuts" class="do quiet" @click="set('cuts', null)">Find the cuts again</button>
    <label v-else class="check"
      ><input :checked="settings.even" type="checkbox" @change="set('even', !settings.even)" /> equal
      steps</label
    >
    <label class="check"
      >in
      <select
        class="field"
        aria-label="Key of the thumbnail"
        :value="settings.key ?? ''"
        @change="set('key', ($event.target as HTMLSelectElement).value || null)"
      >
        <option value="">its own key</option>
        <option v-for="each in limits.keys" :key="each.key" :value="each.key">
          {{ each.name.toLowerCase() }}
        </option>
      </select>
    </label>
    <label v-if="departures" class="check"
      ><input :checked="settings.departed" type="checkbox" @change="set('departed', !settings.departed)" />
      with my departures</label
    >
    <label v-if="sources.length > 1" class="check"
      >from
      <select
        aria-label="from which source"
        class="field"
        :value="settings.source"
        @change="emit('source', Number(($event.target as HTMLSelectElement).value))"
      >
        <option v-for="each in props.sources" :key="each.number" :value="each.number">{{ each.name }}</option>
      </select>
    </label>
    <span v-roving="'button'" class="deeds">
      <button class="do main" :disabled="kept" @click="emit('keep')">Keep it</button>
      <button v-if="current && !kept" class="do" @click="emit('adjust')">Change “{{ current }}”</button>
      <button class="do quiet" :aria-expanded="putting" @click="putting = !putting">For later</button>
    </span>
    <form v-if="putting" class="put" @submit.prevent="later">
      <label
        >An idea for later:
        <input
          v-model="note"
          class="field"
          maxlength="240"
          placeholder="a night version, another format ..."
          autofocus
      /></label>
      <button class="do">Put it aside</button>
    </form>
  </div>
</template>

<style scoped>
.controls {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 20px;
  font-size: 15px;
}
.steps {
  display: flex;
  align-items: center;
}
.steps .do {
  min-width: 30px;
  margin-right: -1.5px;
  padding: 3px 8px 4px;
}
.steps span {
  margin-left: 8px;
}
.slide {
  display: grid;
  width: 168px;
  line-height: 1.2;
}
.slide :deep(.v-slider) {
  height: 26px;
  min-height: 26px;
}
.slide :deep(.v-input__control) {
  min-height: 26px;
}
.check {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.check input {
  width: 18px;
  height: 18px;
  accent-color: var(--ink);
}
.put {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  justify-content: flex-end;
}
.put .field {
  min-width: 240px;
}
.deeds {
  display: flex;
  gap: 10px;
  margin-left: auto;
}
</style>
