<script setup lang="ts">
/** A colour lifted out of the picture: in its surroundings, on a grey mat, and its value alone. */
import type { Swatch } from "@/api/client";

defineProps<{
  /** The swatch. */
  swatch: Swatch;
}>();
</script>

<template>
  <figure class="swatch">
    <span class="mat" :style="{ background: swatch.around }"
      ><i :style="{ background: swatch.colour }"></i
    ></span>
    <span class="mat grey"><i :style="{ background: swatch.colour }"></i></span>
    <span class="mat grey"><i :style="{ background: swatch.grey }"></i></span>
    <figcaption>
      {{ swatch.said }} Left as it stands there, then the same on a grey mat, then its value alone. The eye
      shifts a colour away from what surrounds it: mix what the mat shows.
    </figcaption>
  </figure>
</template>

<style scoped>
.swatch {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  font-size: 15px;
}
.mat {
  display: grid;
  place-items: center;
  width: 84px;
  height: 64px;
  border: 1px solid var(--line);
}
.mat.grey {
  background: #777;
}
.mat i {
  width: 34px;
  height: 28px;
}
figcaption {
  flex: 1;
  min-width: 220px;
  line-height: 1.25;
}
</style>
