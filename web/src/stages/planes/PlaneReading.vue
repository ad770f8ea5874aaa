<script setup lang="ts">
/** What the photo shows in the chosen plane, beside what is planned. */
import { ref, watch } from "vue";
import type { Plane } from "@/api/client";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** The chosen plane; it has a reading. */
  plane: Plane;
}>();
const table = useTable();
const mirrored = ref("");
watch(
  () => [props.plane.rank, props.plane.kind, table.painting?.version],
  () => (mirrored.value = ""),
);
async function mirror(): Promise<void> {
  mirrored.value = await table.showMirror(props.plane.rank);
}
</script>

<template>
  <section v-if="plane.reading" class="reading" :aria-label="`Reading of ${plane.name}`">
    <h2>{{ plane.rank }} {{ plane.name }}</h2>
    <table>
      <thead>
        <tr>
          <td></td>
          <th scope="col">dark</th>
          <th scope="col">mass</th>
          <th scope="col">light</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">photo</th>
          <td>{{ plane.reading.dark.toFixed(1) }}</td>
          <td>{{ plane.reading.mass.toFixed(1) }}</td>
          <td>{{ plane.reading.light.toFixed(1) }}</td>
        </tr>
        <tr>
          <th scope="row">planned</th>
          <td>{{ plane.planned.dark.toFixed(1) }}</td>
          <td>
            <b>{{ plane.planned.value.toFixed(1) }}</b>
          </td>
          <td>{{ plane.planned.light.toFixed(1) }}</td>
        </tr>
      </tbody>
    </table>
    <p>
      {{ Math.round(100 * plane.reading.share) }} % of the picture, {{ plane.reading.area_said }} ·
      {{ plane.reading.warmth_said }}, chroma {{ Math.round(plane.reading.chroma) }} ·
      {{ Math.round(100 * plane.reading.detail) }} % fine edges<template
        v-if="plane.planned.contrast_left !== null"
      >
        · the air leaves {{ Math.round(100 * plane.planned.contrast_left) }} % of its contrast</template
      >. Worth {{ Math.round(100 * plane.planned.detail) }} % of the strokes.
    </p>
    <p class="room">{{ plane.planned.room_said }}</p>
    <template v-if="plane.kind === 'water'">
      <p v-if="mirrored" class="room" role="status">{{ mirrored }}</p>
      <button v-else class="do quiet" @click="mirror">Show what it mirrors</button>
    </template>
  </section>
</template>

<style scoped>
.reading {
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
}
.room {
  margin-top: 5px;
}
table {
  margin: 5px 0 6px;
  border-collapse: collapse;
}
th,
td {
  padding: 0 12px 0 0;
  text-align: right;
  font-weight: 400;
}
th[scope="row"] {
  text-align: left;
}
thead th {
  color: var(--ink2);
}
</style>
