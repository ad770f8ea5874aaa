<script setup lang="ts">
/** One sentence on the control it stands in: by pointer, by keyboard, and by a long press of a finger. */
import { getCurrentInstance, onBeforeUnmount, onMounted, ref } from "vue";

defineProps<{
  /** What the control does, or the word means, in one sentence. */
  text: string;
  location?: "top" | "bottom" | "start" | "end";
}>();
const open = ref(false);
const LONG_PRESS_MS = 450;
const STAYS_MS = 6000;
let control: HTMLElement | null = null;
let timer = 0;
let told = false;

function begin(): void {
  told = false;
  window.clearTimeout(timer);
  timer = window.setTimeout(() => {
    told = true;
    open.value = true;
    timer = window.setTimeout(() => (open.value = false), STAYS_MS);
  }, LONG_PRESS_MS);
}
function end(): void {
  if (!told) window.clearTimeout(timer);
}
/** A press that asked what a control is does not work it as well. */
function afterwards(event: Event): void {
  if (!told) return;
  event.preventDefault();
  event.stopPropagation();
  told = false;
}
onMounted(() => {
  control = (getCurrentInstance()?.proxy?.$el as Node | undefined)?.parentElement ?? null;
  listen("addEventListener");
});
onBeforeUnmount(() => {
  window.clearTimeout(timer);
  listen("removeEventListener");
});
function listen(way: "addEventListener" | "removeEventListener"): void {
  control?.[way]("touchstart", begin, { passive: true });
  control?.[way]("touchend", end);
  control?.[way]("touchmove", end, { passive: true });
  control?.[way]("touchcancel", end);
  control?.[way]("contextmenu", afterwards);
  control?.[way]("click", afterwards, { capture: true });
}
</script>

<template>
  <v-tooltip
    v-model="open"
    activator="parent"
    :text="text"
    :aria-label="text"
    :location="location ?? 'top'"
    :open-delay="250"
    :eager="false"
  />
</template>
