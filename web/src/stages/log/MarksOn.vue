<script setup lang="ts">
/** Marks on the painting: what is to be mended next time, where, and in at most how many minutes. */
import { computed } from "vue";
import MendForm from "./MendForm.vue";
import { usePlace } from "./place";
import type { Log } from "./log";

const props = defineProps<{
  /** Number of the photo that shows the painting. */
  photo: number;
  /** Address of the painting, flat. */
  flat: string;
  marks: Log["to_mend"];
}>();
const open = computed(() =>
  props.marks.filter((each) => !each.settled && !each.surface && each.x !== null && each.y !== null),
);
const { place, point, arrow, where } = usePlace();
</script>

<template>
  <div class="marks">
    <div
      class="pad"
      role="application"
      tabindex="0"
      :aria-label="`Place of the next mark: ${where}. Arrow keys move it.`"
      @pointerdown="point"
      @keydown="arrow"
    >
      <img :src="flat" alt="The painting, flat and in its own light" draggable="false" />
      <i
        v-for="(each, at) in open"
        :key="each.number"
        :style="{ left: `${100 * (each.x ?? 0)}%`, top: `${100 * (each.y ?? 0)}%` }"
        aria-hidden="true"
        >{{ at + 1 }}</i
      >
      <i
        v-if="place"
        class="next"
        :style="{ left: `${100 * place.x}%`, top: `${100 * place.y}%` }"
        aria-hidden="true"
        >+</i
      >
    </div>
    <ol>
      <li v-for="(each, at) in open" :key="each.number">
        <b>{{ at + 1 }}</b> {{ each.text
        }}<template v-if="each.minutes">, in at most {{ each.minutes }} min</template>
      </li>
    </ol>
    <p class="say" role="status">
      {{
        place
          ? `The mark goes ${where}.`
          : "Press the place on the painting, then say what is to become of it."
      }}
    </p>
    <MendForm v-if="place" :at="{ ...place, source: photo }" @done="place = null" />
  </div>
</template>

<style scoped>
.pad {
  position: relative;
  cursor: crosshair;
  touch-action: manipulation;
}
.pad img {
  display: block;
  width: 100%;
}
i {
  position: absolute;
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  margin: -13px 0 0 -13px;
  border: 2px solid #111;
  outline: 2px solid #fff;
  background: #fff;
  color: #111;
  font-style: normal;
  font-weight: 700;
  font-size: 15px;
  font-variant-numeric: lining-nums;
  pointer-events: none;
}
.next {
  background: #111;
  color: #fff;
}
ol {
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
</style>
