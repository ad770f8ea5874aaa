<script setup lang="ts">
/** The focus on the picture: where the eye is to stay and how far it is spared; set by a press or by the arrow keys. */
import { computed, ref } from "vue";

const props = defineProps<{
  /** The marked focus, as shares of width and height, or null. */
  focus: { x: number; y: number; reach: number } | null;
  /** Width of the picture over its height. */
  aspect: number;
  /** Whether it is being marked. */
  marking: boolean;
}>();
const emit = defineEmits<{ mark: [x: number, y: number]; done: [] }>();
const pad = ref<SVGSVGElement | null>(null);
const cursor = ref<[number, number] | null>(null);
const shown = computed(() => {
  if (cursor.value) return { x: cursor.value[0], y: cursor.value[1], reach: props.focus?.reach ?? 0.12 };
  return props.focus;
});
const height = computed(() => 1000 / props.aspect);

function press(event: PointerEvent): void {
  const box = (pad.value as SVGSVGElement).getBoundingClientRect();
  cursor.value = null;
  emit("mark", (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
}
function key(event: KeyboardEvent): void {
  const step = event.shiftKey ? 0.05 : 0.01;
  const moves: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  };
  const move = moves[event.key];
  const within = (share: number) => Math.min(1, Math.max(0, share));
  if (move) {
    const [x, y] = cursor.value ?? [props.focus?.x ?? 0.5, props.focus?.y ?? 0.5];
    cursor.value = [within(x + move[0]), within(y + move[1])];
  } else if (event.key === "Enter" || event.key === " ") {
    const [x, y] = cursor.value ?? [props.focus?.x ?? 0.5, props.focus?.y ?? 0.5];
    cursor.value = null;
    emit("mark", x, y);
  } else if (event.key === "Escape") {
    cursor.value = null;
    emit("done");
  } else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <svg
    ref="pad"
    class="focus on-picture"
    :class="{ marking }"
    :viewBox="`0 0 1000 ${height}`"
    preserveAspectRatio="none"
    :tabindex="marking ? 0 : -1"
    :role="marking ? 'application' : 'img'"
    :aria-label="
      marking
        ? 'Picture: press where the eye is to stay. Arrows move the mark, Enter sets it.'
        : 'The focus on the picture'
    "
    @pointerdown="marking && press($event)"
    @keydown="marking && key($event)"
  >
    <g v-if="shown">
      <circle :cx="1000 * shown.x" :cy="height * shown.y" :r="1000 * shown.reach" class="reach" />
      <circle :cx="1000 * shown.x" :cy="height * shown.y" r="11" class="under" />
      <circle :cx="1000 * shown.x" :cy="height * shown.y" r="11" class="over" />
    </g>
  </svg>
</template>

<style scoped>
.focus {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.marking {
  pointer-events: auto;
  cursor: crosshair;
}
circle {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.reach {
  stroke: #fff;
  stroke-width: 1.4;
  stroke-dasharray: 3 5;
}
.under {
  stroke: #000;
  stroke-width: 5;
}
.over {
  stroke: #fff;
  stroke-width: 2.5;
}
</style>
