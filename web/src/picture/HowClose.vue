<script setup lang="ts">
/** How close the picture is looked at, and a small plan of where one is. */
import { computed } from "vue";
import { centred, closer, CLOSEST, keyed, moved, STEP, WHOLE, type View } from "./close";

defineProps<{
  /** Width of the picture over its height. */
  aspect: number;
  /** The picture. */
  image: string;
}>();
const view = defineModel<View>("view", { required: true });
const close = computed(() => view.value.scale > 1.001);
const seen = computed(() => ({
  left: `${100 * view.value.x}%`,
  top: `${100 * view.value.y}%`,
  width: `${100 / view.value.scale}%`,
  height: `${100 / view.value.scale}%`,
}));

function goTo(event: PointerEvent): void {
  if (event.type === "pointermove" && event.buttons === 0) return;
  const plan = event.currentTarget as HTMLElement;
  if (event.type === "pointerdown") plan.setPointerCapture(event.pointerId);
  const box = plan.getBoundingClientRect();
  view.value = centred(view.value, [
    (event.clientX - box.left) / box.width,
    (event.clientY - box.top) / box.height,
  ]);
}
function along(event: KeyboardEvent): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
  const far = event.shiftKey ? 0.8 : 0.2;
  const next = by
    ? moved(view.value, far * (by[0] as number), far * (by[1] as number))
    : keyed(view.value, event.key);
  if (!next) return;
  view.value = next;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <div class="line" role="group" aria-label="How close the picture is">
    <div
      v-if="close"
      class="plan"
      tabindex="0"
      role="application"
      aria-label="Plan of the picture: press where to look; arrows move along"
      :style="{ aspectRatio: aspect }"
      @dragstart.prevent
      @pointerdown="goTo"
      @pointermove="goTo"
      @keydown="along"
    >
      <img :src="image" alt="" />
      <span class="window" :style="seen" />
    </div>
    <button
      class="do quiet"
      :disabled="view.scale >= CLOSEST - 0.01"
      title="Key +"
      @click="view = closer(view, STEP)"
    >
      Closer
    </button>
    <button class="do quiet" :disabled="!close" title="Key -" @click="view = closer(view, 1 / STEP)">
      Step back
    </button>
    <button v-if="close" class="do quiet" title="Key 0" @click="view = WHOLE">Whole</button>
    <span v-if="close" class="hidden-label" role="status">{{ view.scale.toFixed(1) }} times as close</span>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 2px 12px;
  min-height: 30px;
  font-size: 14.5px;
  line-height: 1.2;
}
.plan {
  position: relative;
  height: 34px;
  overflow: hidden;
  cursor: crosshair;
  touch-action: none;
}
.plan img {
  width: 100%;
  height: 100%;
  opacity: 0.7;
}
.window {
  position: absolute;
  outline: 1.5px solid #fff;
  box-shadow: 0 0 0 3px #000;
  pointer-events: none;
}
</style>
