<script setup lang="ts">
/** The keys of this screen. */
import { computed } from "vue";
import { useRoute } from "vue-router";
import { FRAME_KEYS, STAGE_KEYS } from "./keys";

const open = defineModel<boolean>({ required: true });
const route = useRoute();
const rows = computed(() => [...(STAGE_KEYS[String(route.name)] ?? []), ...FRAME_KEYS]);
</script>

<template>
  <v-dialog v-model="open" width="520" aria-label="Keys of this screen">
    <div class="sheet">
      <h1>Keys</h1>
      <dl>
        <template v-for="row in rows" :key="row.keys">
          <dt>{{ row.keys }}</dt>
          <dd>{{ row.what }}</dd>
        </template>
      </dl>
      <button class="do main" @click="open = false">Close</button>
    </div>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 7px 18px;
  margin: 14px 0 18px;
}
dt {
  font-weight: 700;
}
</style>
