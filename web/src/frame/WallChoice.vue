<script setup lang="ts">
/** Which wall the work hangs on. */
import { WALLS, wall } from "@/look/walls";
</script>

<template>
  <label class="wall"
    >Wall
    <select v-model="wall" class="field">
      <option v-for="each in WALLS" :key="each.key" :value="each.key">{{ each.name }}</option>
    </select>
  </label>
</template>

<style scoped>
.wall {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.field {
  font-size: 14.5px;
  min-height: 22px;
}
</style>
