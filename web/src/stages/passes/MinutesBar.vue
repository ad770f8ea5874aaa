<script setup lang="ts">
/** The minutes of a pass as a length that can be pulled, or moved by the arrow keys. */
import { ref } from "vue";

const props = defineProps<{
  /** Minutes as planned. */
  minutes: number;
  /** Minutes that the whole width stands for. */
  whole: number;
  /** Colour of its plane. */
  colour: string;
  /** What the minutes are of. */
  label: string;
  /** Whether it is painted already. */
  done: boolean;
  /** Its place in the order of the Tab key: 0, or -1 for out of it. */
  tab?: number;
}>();
const emit = defineEmits<{ set: [minutes: number] }>();
const track = ref<HTMLElement | null>(null);
/** Minutes while it is pulled. */
const pulled = ref<number | null>(null);

function at(event: PointerEvent): number {
  const box = track.value?.getBoundingClientRect();
  if (!box) return props.minutes;
  const share = (event.clientX - box.left) / box.width;
  return Math.min(720, Math.max(1, Math.round(share * props.whole)));
}
function take(event: PointerEvent): void {
  if (props.done) return;
  (event.target as HTMLElement).setPointerCapture(event.pointerId);
  pulled.value = at(event);
}
function pull(event: PointerEvent): void {
  if (pulled.value !== null) pulled.value = at(event);
}
function letGo(): void {
  const wanted = pulled.value;
  pulled.value = null;
  if (wanted !== null && wanted !== props.minutes) emit("set", wanted);
}
function key(event: KeyboardEvent): void {
  const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
  if (by === undefined || props.done) return;
  event.preventDefault();
  emit("set", Math.min(720, Math.max(1, props.minutes + by * (event.shiftKey ? 5 : 1))));
}
</script>

<template>
  <span ref="track" class="track">
    <i
      :style="{ width: `${(100 * (pulled ?? minutes)) / whole}%`, background: colour }"
      :class="{ done }"
    ></i>
    <span
      v-if="!done"
      class="handle"
      role="slider"
      :tabindex="tab ?? 0"
      :style="{ left: `${(100 * (pulled ?? minutes)) / whole}%` }"
      :aria-label="`Length of ${label}`"
      :aria-valuenow="pulled ?? minutes"
      aria-valuemin="1"
      aria-valuemax="720"
      :aria-valuetext="`${pulled ?? minutes} minutes`"
      @pointerdown.prevent="take"
      @pointermove="pull"
      @pointerup="letGo"
      @pointercancel="pulled = null"
      @keydown="key"
    ></span>
    <output v-if="pulled !== null">{{ pulled }} min</output>
  </span>
</template>

<style scoped>
.track {
  position: relative;
  display: block;
  height: 20px;
  background: linear-gradient(var(--hair), var(--hair)) left center / 100% 1px no-repeat;
}
i {
  display: block;
  height: 100%;
  min-width: 2px;
  box-shadow: inset 0 0 0 1px rgb(0 0 0 / 35%);
}
i.done {
  opacity: 0.45;
}
.handle {
  position: absolute;
  top: -6px;
  width: 24px;
  height: 32px;
  margin-left: -12px;
  cursor: ew-resize;
  touch-action: none;
}
.handle::after {
  content: "";
  position: absolute;
  left: 10px;
  top: 4px;
  width: 4px;
  height: 24px;
  background: var(--line);
}
output {
  position: absolute;
  right: 0;
  top: -1px;
  padding: 0 4px;
  background: var(--ground);
  font-weight: 700;
}
</style>
