<script setup lang="ts">
/** The four corners of the painting on a photo of it: dragged by finger or pointer, moved by arrows. */
import { computed, ref, watch } from "vue";

type Place = [number, number];
const props = defineProps<{
  /** Address of the photo. */
  image: string;
  /** Where they are now, from the top left, clockwise. */
  corners: Place[];
  /** Whether the painter set them. */
  byHand: boolean;
}>();
const emit = defineEmits<{ keep: [corners: Place[]]; find: [] }>();
const at = ref<Place[]>([]);
// The same corners read once more take nothing back of what is being dragged.
watch(
  () => JSON.stringify(props.corners),
  () => (at.value = props.corners.map(([x, y]) => [x, y])),
  { immediate: true },
);
const NAMES = ["top left", "top right", "bottom right", "bottom left"];
const STEP = 0.002;
const moved = computed(() =>
  at.value.some(([x, y], n) => x !== props.corners[n]?.[0] || y !== props.corners[n]?.[1]),
);
const outline = computed(() => at.value.map(([x, y]) => `${100 * x},${100 * y}`).join(" "));
const picture = ref<HTMLElement | null>(null);
function within(value: number): number {
  return Math.min(1, Math.max(0, value));
}
function drag(event: PointerEvent, n: number): void {
  if (!event.buttons || !picture.value) return;
  const box = picture.value.getBoundingClientRect();
  at.value[n] = [
    within((event.clientX - box.left) / box.width),
    within((event.clientY - box.top) / box.height),
  ];
}
function take(event: PointerEvent): void {
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
}
function nudge(event: KeyboardEvent, n: number): void {
  const ways: Record<string, Place> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  const way = ways[event.key];
  const place = at.value[n];
  if (!way || !place) return;
  event.preventDefault();
  const far = event.shiftKey ? 10 * STEP : STEP;
  at.value[n] = [within(place[0] + way[0] * far), within(place[1] + way[1] * far)];
}
</script>

<template>
  <div ref="picture" class="picture">
    <img :src="image" alt="The photo with the painting's corners" draggable="false" />
    <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
      <polygon :points="outline" />
    </svg>
    <button
      v-for="(place, n) in at"
      :key="n"
      type="button"
      class="corner on-picture"
      :style="{ left: `${100 * place[0]}%`, top: `${100 * place[1]}%` }"
      :aria-label="`Corner ${NAMES[n]}; arrows move it`"
      @pointerdown="take"
      @pointermove="drag($event, n)"
      @keydown="nudge($event, n)"
    />
  </div>
  <p>
    <button class="do" :disabled="!moved" @click="emit('keep', at)">These are its corners</button>
    <button v-if="byHand" class="do quiet" @click="emit('find')">Find them again</button>
  </p>
</template>

<style scoped>
.picture {
  position: relative;
}
img {
  display: block;
  width: 100%;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
polygon {
  fill: none;
  stroke: #fff;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
  filter: drop-shadow(0 0 1px #000);
}
.corner {
  position: absolute;
  width: 44px;
  height: 44px;
  margin: -22px 0 0 -22px;
  touch-action: none;
  cursor: grab;
}
.corner::after {
  content: "";
  position: absolute;
  inset: 14px;
  border: 2px solid #fff;
  outline: 2px solid #111;
  background: rgb(0 0 0 / 30%);
}
p {
  display: flex;
  gap: 14px;
  padding-top: 6px;
}
</style>
