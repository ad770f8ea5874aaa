<script setup lang="ts">
/** What is known of one photo, and what it is for. */
import { ref, watch } from "vue";
import type { Source } from "@/api/client";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** The photo. */
  source: Source;
}>();
const table = useTable();
const name = ref(props.source.name);
const purpose = ref(props.source.purpose);
watch(
  () => props.source.name,
  (now) => (name.value = now),
);
watch(
  () => props.source.purpose,
  (now) => (purpose.value = now),
);
const PURPOSES = ["whole scene", "an element", "light", "texture"];

async function keep(): Promise<void> {
  if (name.value === props.source.name && purpose.value === props.source.purpose) return;
  await table.change({
    action: "set_source",
    source: props.source.number,
    name: name.value,
    purpose: purpose.value,
  });
}
function share(): void {
  const shared = props.source.place?.shared ?? false;
  void table.change({ action: "set_source", source: props.source.number, place_shared: !shared });
}
</script>

<template>
  <div class="facts">
    <p class="line">
      <label
        ><span class="hidden-label">Name of the photo</span
        ><input v-model="name" class="field name" maxlength="60" @change="keep"
      /></label>
      <br />for
      <label
        ><span class="hidden-label">What it is for</span
        ><input v-model="purpose" class="field" list="purposes" maxlength="60" size="12" @change="keep"
      /></label>
      <datalist id="purposes"><option v-for="each in PURPOSES" :key="each" :value="each" /></datalist>
    </p>
    <p v-if="source.taken_said">Taken {{ source.taken_said }}.</p>
    <p v-if="source.lens">{{ source.lens }}.</p>
    <p>{{ source.width_px }} x {{ source.height_px }} pixels, {{ source.format }}.</p>
    <p v-if="source.place">
      Place: {{ source.place.latitude.toFixed(4) }}°, {{ source.place.longitude.toFixed(4) }}°,
      {{ source.place.shared ? "may go out with prints and files" : "private, shown to you alone" }}.
      <button class="do quiet" @click="share">
        {{ source.place.shared ? "Keep it private" : "Let it go out" }}
      </button>
    </p>
    <p v-if="source.remark" class="say">{{ source.remark }}</p>
    <div class="deeds">
      <button
        v-if="!source.main"
        class="do"
        @click="table.change({ action: 'set_main_source', source: source.number })"
      >
        Mark the planes on this one
      </button>
      <button class="do quiet" @click="table.change({ action: 'remove_source', source: source.number })">
        Take it away
      </button>
    </div>
  </div>
</template>

<style scoped>
.facts {
  font-size: 14.5px;
  line-height: 1.5;
}
.name {
  font-weight: 700;
  width: 100%;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  margin-top: 8px;
}
</style>
