<script setup lang="ts">
/** A clock that runs down when it is started; nothing happens when it is over. */
import { onBeforeUnmount, ref, watch } from "vue";

const props = defineProps<{
  minutes: number;
  /** Another drill, another clock. */
  of: string;
}>();
const left = ref(0);
const running = ref(false);
let clock = 0;
function stop(): void {
  window.clearInterval(clock);
  running.value = false;
}
watch(
  () => props.of,
  () => {
    stop();
    left.value = 60 * props.minutes;
  },
  { immediate: true },
);
onBeforeUnmount(stop);
function start(): void {
  stop();
  running.value = true;
  const end = performance.now() + 1000 * left.value;
  clock = window.setInterval(() => {
    left.value = Math.max(0, Math.ceil((end - performance.now()) / 1000));
    if (!left.value) stop();
  }, 250);
}
</script>

<template>
  <p class="clock">
    <span role="timer">{{ Math.floor(left / 60) }}:{{ String(left % 60).padStart(2, "0") }}</span>
    <button type="button" class="do quiet" :disabled="running || !left" @click="start">
      Start the clock
    </button>
  </p>
</template>

<style scoped>
.clock {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}
span {
  font-size: 38px;
  line-height: 1.1;
  font-variant-numeric: lining-nums tabular-nums;
}
</style>
