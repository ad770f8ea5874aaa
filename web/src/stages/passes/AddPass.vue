<script setup lang="ts">
/** A pass of the painter's own. */
import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { useTable } from "@/api/store";

type Kind = Schemas["AddPass"]["kind"];
const table = useTable();
const kind = ref<Kind>("details");
const plane = ref<number | null>(null);
const chosen = computed(() => table.choices?.pass_kinds.find((each) => each.key === kind.value));
const takesPlane = computed(() => chosen.value?.of_planes ?? true);

async function add(): Promise<void> {
  const into = takesPlane.value ? plane.value : null;
  await table.change({ action: "add_pass", kind: kind.value, ...(into ? { plane: into } : {}) });
}
</script>

<template>
  <form class="add" @submit.prevent="add">
    Add
    <label
      ><span class="hidden-label">Kind of pass</span>
      <select v-model="kind" class="field">
        <option v-for="each in table.choices?.pass_kinds ?? []" :key="each.key" :value="each.key">
          {{ each.name.toLowerCase() }}
        </option>
      </select>
    </label>
    <template v-if="takesPlane">
      on
      <label
        ><span class="hidden-label">Plane</span>
        <select v-model="plane" class="field">
          <option :value="null">the whole surface</option>
          <option v-for="each in table.painting?.planes ?? []" :key="each.rank" :value="each.rank">
            {{ each.rank }} {{ each.name }}
          </option>
        </select>
      </label>
    </template>
    <button class="do" type="submit">Add the pass</button>
    <span class="why">{{ chosen?.said }}</span>
  </form>
</template>

<style scoped>
.add {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 10px 0 20px;
  font-size: 15px;
}
.why {
  flex-basis: 100%;
  color: var(--ink2);
  font-size: 15px;
}
</style>
