<script setup lang="ts">
/** The photo with the area of the chosen pass lit and all else stepped back. */
import { computed } from "vue";
import type { Outline, Pass, Plane, Source } from "@/api/client";

const props = defineProps<{
  /** The photo that planes are marked on. */
  source: Source;
  /** Planes, farthest first. */
  planes: Plane[];
  /** Outline of each plane. */
  outlines: Outline[];
  /** The chosen pass. */
  pass: Pass | null;
}>();
/** Ranks of the planes that it paints; all of them for the whole surface. */
const lit = computed(() => {
  const own = props.pass?.planes ?? [];
  return new Set(own.length ? own : props.planes.map((each) => each.rank));
});
const back = computed(() => props.outlines.filter((each) => !lit.value.has(each.rank)));
const front = computed(() => props.outlines.filter((each) => lit.value.has(each.rank)));
const named = computed(
  () =>
    props.planes
      .filter((each) => props.pass?.planes.includes(each.rank))
      .map((each) => each.name)
      .join(", ") || "the whole surface",
);
</script>

<template>
  <figure class="lit hung">
    <div class="picture">
      <img :src="source.image" :alt="`${pass?.title ?? 'A pass'}: ${named}`" />
      <svg viewBox="0 0 1000 1000" preserveAspectRatio="none" aria-hidden="true">
        <path v-for="each in back" :key="each.rank" :d="each.path" class="back" fill-rule="evenodd" />
        <template v-if="back.length">
          <path v-for="each in front" :key="each.rank" :d="each.path" class="front" />
        </template>
      </svg>
    </div>
    <figcaption v-if="pass">
      <b>{{ pass.title }}</b>, {{ pass.thing || named }}, {{ pass.minutes }} min
    </figcaption>
  </figure>
</template>

<style scoped>
.lit {
  padding: 12px;
}
.picture {
  position: relative;
}
.picture img,
.picture svg {
  display: block;
  width: 100%;
}
.picture svg {
  position: absolute;
  inset: 0;
  height: 100%;
}
.back {
  fill: rgb(20 20 20 / 72%);
}
.front {
  fill: none;
  stroke: #fff;
  stroke-width: 1.5px;
  vector-effect: non-scaling-stroke;
}
figcaption {
  margin-top: 8px;
}
</style>
