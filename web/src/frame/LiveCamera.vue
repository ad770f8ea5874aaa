<script setup lang="ts">
/** The camera of this machine, live, with a frame in the painting's proportions; one press takes the photo. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from "vue";
import { useTable } from "@/api/store";

const emit = defineEmits<{ close: [] }>();
const table = useTable();
const view = ref<HTMLVideoElement | null>(null);
const stream = shallowRef<MediaStream | null>(null);
/** What stands in the way, and the way out. */
const trouble = ref("");
const ready = ref(false);
const taking = ref(false);
const SAID: Record<string, string> = {
  NotAllowedError:
    "The browser may not use the camera. Allow it beside the address, or bring a photo as a file.",
  NotFoundError: "No camera is found on this machine. Bring a photo as a file.",
  NotReadableError: "Another program uses the camera. Close it there, or bring a photo as a file.",
};
let gone = false;

onMounted(async () => {
  try {
    const found = await navigator.mediaDevices.getUserMedia({
      audio: false,
      video: { facingMode: "environment", width: { ideal: 3840 }, height: { ideal: 2160 } },
    });
    if (gone) stop(found);
    else stream.value = found;
    if (view.value) view.value.srcObject = stream.value;
  } catch (cause) {
    trouble.value = SAID[(cause as Error).name] ?? "The camera cannot be used here. Bring a photo as a file.";
  }
});
onBeforeUnmount(() => {
  gone = true;
  stop(stream.value);
});
function stop(which: MediaStream | null): void {
  for (const track of which?.getTracks() ?? []) track.stop();
}

/** The painting's proportions, so that one stands straight before it and near enough. */
const aspect = computed(() => {
  const brief = table.painting?.brief;
  return brief ? brief.width_cm / brief.height_cm : 4 / 3;
});

async function take(): Promise<void> {
  const from = view.value;
  if (!from) return;
  taking.value = true;
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [from.videoWidth, from.videoHeight];
  canvas.getContext("2d")?.drawImage(from, 0, 0);
  const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", 0.95));
  if (made) await table.bring([new File([made], "Painting.jpg", { type: made.type })], "progress");
  taking.value = false;
  emit("close");
}
</script>

<template>
  <div class="sheet">
    <h1>Photograph the painting</h1>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <template v-else>
      <p>
        Straight before it, white round it, the light from one side. Let the painting fill the frame; a little
        off is straightened.
      </p>
      <div class="scene">
        <video
          ref="view"
          autoplay
          muted
          playsinline
          aria-label="What the camera sees"
          @loadeddata="ready = true"
        />
        <svg class="frame" :viewBox="`-1 -1 ${100 * aspect + 2} 102`" aria-hidden="true">
          <rect :width="100 * aspect" height="100" class="dark" />
          <rect :width="100 * aspect" height="100" />
        </svg>
      </div>
    </template>
    <div class="deeds">
      <button v-if="!trouble" class="do main" :disabled="!ready || taking" @click="take">
        {{ taking ? "Reading it…" : "Take the photo" }}
      </button>
      <button class="do quiet" @click="emit('close')">{{ trouble ? "Close" : "Cancel" }}</button>
    </div>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 12px;
}
.scene {
  position: relative;
  display: grid;
  place-items: center;
  background: var(--line);
}
video {
  grid-area: 1 / 1;
  width: 100%;
  max-height: 60vh;
  object-fit: contain;
}
.frame {
  grid-area: 1 / 1;
  width: 84%;
  height: 84%;
  fill: none;
  stroke: #fff;
  stroke-width: 2px;
  pointer-events: none;
}
.frame rect {
  vector-effect: non-scaling-stroke;
}
.frame .dark {
  stroke: #111;
  stroke-width: 6px;
}
.deeds {
  display: flex;
  gap: 14px;
}
</style>
