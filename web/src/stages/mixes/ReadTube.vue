<script setup lang="ts">
/** A tube's own swatches, pressed on a photo with a white and a grey beside them. */
import NumberField from "@/fields/NumberField.vue";
import { onBeforeUnmount, ref, watch } from "vue";
import { useTable } from "@/api/store";
import NoticeLine from "@/frame/NoticeLine.vue";
import { useCardedPhotos, WITHOUT_CARD } from "./carded";
import type { Tube } from "./mixes";

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  /** The tube that is read. */
  tube: Tube;
}>();
const table = useTable();
const { source, photos, photo } = useCardedPhotos();
const pressing = ref<"masstone" | "tint">("masstone");
const places = ref<Partial<Record<"masstone" | "tint", [number, number]>>>({});
const parts = ref(10);
const at = ref<[number, number]>([0.5, 0.5]);

watch(
  open,
  (now) => {
    table.inDialog = now;
    if (!now) return;
    places.value = {};
    pressing.value = "masstone";
    source.value = photos.value[0]?.number ?? 0;
  },
  { immediate: true },
);
onBeforeUnmount(() => (table.inDialog = false));

function put(x: number, y: number): void {
  places.value = { ...places.value, [pressing.value]: [x, y] };
  if (pressing.value === "masstone") pressing.value = "tint";
}
function pressed(event: MouseEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  put((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
}
/** By keyboard: arrows move a cross, Enter presses. */
function moved(event: KeyboardEvent): void {
  const step: Record<string, [number, number]> = {
    ArrowLeft: [-0.01, 0],
    ArrowRight: [0.01, 0],
    ArrowUp: [0, -0.01],
    ArrowDown: [0, 0.01],
  };
  const way = step[event.key];
  if (way) at.value = [clip(at.value[0] + way[0]), clip(at.value[1] + way[1])];
  else if (event.key === "Enter") put(...at.value);
  else return;
  event.preventDefault();
}
function clip(share: number): number {
  return Math.min(1, Math.max(0, share));
}
async function keep(): Promise<void> {
  const masstone = places.value.masstone;
  if (!masstone || !photo.value) return;
  const went = await table.change({
    action: "read_tube",
    tube: props.tube.number,
    source: photo.value.number,
    masstone,
    tint: places.value.tint ?? null,
    tint_parts: parts.value,
  });
  if (went) open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" width="720" :aria-label="`Read ${tube.name} from a photo`">
    <form class="sheet" @submit.prevent="keep">
      <h1>{{ tube.name }}, by your own swatch</h1>
      <NoticeLine :problem="table.problem" @close="table.problem = null" />
      <template v-if="photo">
        <p>
          On
          <select v-model.number="source" class="field" aria-label="Photo">
            <option v-for="each in photos" :key="each.number" :value="each.number">
              {{ each.name }}
            </option></select
          >, press the
          <button
            type="button"
            class="do quiet"
            :aria-pressed="pressing === 'masstone'"
            @click="pressing = 'masstone'"
          >
            paint as it comes
          </button>
          then its
          <button
            type="button"
            class="do quiet"
            :aria-pressed="pressing === 'tint'"
            @click="pressing = 'tint'"
          >
            tint
          </button>
          with
          <NumberField v-model="parts" :min="0.5" :max="200" :step="0.5" label="Parts of white" />
          parts of white.
        </p>
        <div
          class="picture"
          tabindex="0"
          role="application"
          aria-label="Swatches: arrows move, Enter presses"
          @click="pressed"
          @keydown="moved"
        >
          <img :src="photo.image" alt="" />
          <i class="cross" :style="{ left: `${100 * at[0]}%`, top: `${100 * at[1]}%` }" />
          <b
            v-for="(place, which) in places"
            :key="which"
            :style="{ left: `${100 * (place?.[0] ?? 0)}%`, top: `${100 * (place?.[1] ?? 0)}%` }"
            >{{ which === "masstone" ? "1" : "2" }}</b
          >
        </div>
      </template>
      <p v-else>{{ WITHOUT_CARD }}</p>
      <div class="deeds">
        <button class="do main" type="submit" :disabled="!places.masstone">Read it</button>
        <button class="do quiet" type="button" @click="open = false">Cancel</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.picture {
  position: relative;
  margin: 10px 0;
  cursor: crosshair;
}
img {
  display: block;
  width: 100%;
}
b,
.cross {
  position: absolute;
  transform: translate(-50%, -50%);
}
b {
  width: 22px;
  height: 22px;
  border: 2px solid #fff;
  background: #111;
  color: #fff;
  text-align: center;
  line-height: 18px;
  font-size: 14px;
}
.cross {
  display: none;
  width: 18px;
  height: 18px;
  border: 2px solid #fff;
  outline: 2px solid #111;
}
.picture:focus-visible .cross {
  display: block;
}
.deeds {
  display: flex;
  gap: 10px;
}
</style>
