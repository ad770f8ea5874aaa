<script setup lang="ts">
/** How far each plane stood off the plan, photo by photo. */
import { ref, shallowRef, watch } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** How many photos there are: with a new one it is read again. */
  photos: number;
}>();
const table = useTable();
const found = shallowRef<Schemas["DriftsView"] | null>(null);
const FAR_OFF = 0.4;
const failed = ref(false);
watch(
  () => [props.photos, table.painting?.mark],
  async () => {
    if (!table.painting) return;
    const path = { painting_id: table.painting.id };
    found.value = await content(
      client.GET("/api/paintings/{painting_id}/drifts", { params: { path } }),
    ).catch(() => null);
    failed.value = found.value === null;
  },
  { immediate: true },
);
function said(off: number | null | undefined): string {
  if (off === null || off === undefined) return "·";
  if (Math.abs(off) < 0.05) return "as planned";
  return `${Math.abs(off).toFixed(1)} ${off > 0 ? "lighter" : "darker"}`;
}
</script>

<template>
  <div v-if="found && found.planes.length" class="wide">
    <table>
      <caption class="hidden-label">
        How far each plane stood off the plan, photo by photo
      </caption>
      <thead>
        <tr>
          <th scope="col">Plane</th>
          <th v-for="(each, at) in found.photos" :key="at" scope="col">{{ each }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="plane in found.planes" :key="plane.rank" :class="{ chosen: table.plane === plane.rank }">
          <th scope="row">{{ plane.name }}</th>
          <td v-for="(off, at) in plane.offs" :key="at" :class="{ far: Math.abs(off ?? 0) >= FAR_OFF }">
            {{ said(off) }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-else-if="failed">The photos could not be read.</p>
  <p v-else class="say">
    {{ found ? "No plane that is begun is seen on a photo yet." : "Reading the photos…" }}
  </p>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
}
th,
td {
  padding: 3px 18px 3px 0;
  text-align: left;
  border-bottom: 1px solid var(--hair);
  font-weight: 400;
}
thead th {
  font-size: 14.5px;
  color: var(--ink2);
}
.far,
.chosen th {
  font-weight: 700;
}
</style>
