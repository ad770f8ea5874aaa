<script setup lang="ts">
/** The photos of this painting: what each is for, when and where it was taken. */
import { computed, onBeforeUnmount, onMounted, ref, watch } from "vue";
import type { Source } from "@/api/client";
import { useTable } from "@/api/store";
import IncomingFiles from "@/frame/IncomingFiles.vue";
import StageLayout from "../StageLayout.vue";
import SourceBoard from "./SourceBoard.vue";
import SourceFacts from "./SourceFacts.vue";
import type { Tool } from "./tools";
import { vRoving } from "@/look/roving";

const table = useTable();
const picked = ref(0);
const over = ref(false);
const tool = ref<Tool | null>(null);
const chooser = ref<HTMLInputElement | null>(null);
/** References only: photos of the painting itself are in the log. */
const sources = computed(() => (table.painting?.sources ?? []).filter((each) => each.kind !== "progress"));
const shown = computed<Source | undefined>(
  () =>
    sources.value.find((each) => each.number === picked.value) ??
    sources.value.find((each) => each.main) ??
    sources.value[0],
);

function bring(list: FileList | null | undefined): void {
  const files = [...(list ?? [])];
  if (files.length) void table.bring(files);
}
function drop(event: DragEvent): void {
  over.value = false;
  bring(event.dataTransfer?.files);
}
function paste(event: ClipboardEvent): void {
  bring(event.clipboardData?.files);
}
function choose(event: Event): void {
  const field = event.target as HTMLInputElement;
  bring(field.files);
  field.value = "";
}
watch(
  () => table.pointing,
  (at) => {
    if (!at || !["choose_source", "press_card", "show_lost", "show_notes"].includes(at.action)) return;
    picked.value = Number(at.arguments.source);
    if (at.action === "press_card") tool.value = "card";
  },
);
onMounted(() => window.addEventListener("paste", paste));
onBeforeUnmount(() => window.removeEventListener("paste", paste));
</script>

<template>
  <StageLayout hung>
    <div
      class="sources"
      :class="{ over }"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="drop"
    >
      <input
        ref="chooser"
        class="hidden-label"
        type="file"
        multiple
        accept="image/*,.heic,.heif,.tif,.tiff"
        aria-label="Choose photos"
        tabindex="-1"
        @change="choose"
      />
      <template v-if="shown">
        <div class="open">
          <SourceBoard v-model:tool="tool" :source="shown" />
          <SourceFacts :key="shown.number" :source="shown" @pick="(number) => (picked = number)" />
        </div>
      </template>
      <div v-else class="empty">
        <h2>Bring a photo of the place</h2>
        <p>
          Drop it here, paste it, or choose a file: JPEG, PNG, WebP, TIFF or HEIC. It stays on this machine,
          byte for byte as it came, and where it was taken is shown to you alone.
        </p>
        <button class="do main" @click="chooser?.click()">Choose photos</button>
      </div>
      <IncomingFiles :files="table.incoming" reading="reading its values" />
      <ul v-if="sources.length" v-roving="'button'" class="wall" aria-label="All sources">
        <li v-for="source in sources" :key="source.number">
          <button
            class="pick"
            :class="{ chosen: source.number === shown?.number }"
            :aria-pressed="source.number === shown?.number"
            @click="picked = source.number"
          >
            <img :src="source.image" :alt="source.name" />
            <b>{{ source.name }}</b>
            <span>{{
              [source.kind === "photo" ? "" : source.kind, source.purpose].filter(Boolean).join(", ")
            }}</span>
          </button>
        </li>
        <li><button class="do more" @click="chooser?.click()">Bring more photos</button></li>
      </ul>
    </div>
    <template #margin>
      <p v-if="shown" class="tip">
        {{
          shown.main
            ? "Planes are marked and values are planned on this photo."
            : "A second photo, to look things up."
        }}
      </p>
    </template>
  </StageLayout>
</template>

<style scoped>
.sources {
  min-height: 100%;
  border: 2px dashed transparent;
}
.over {
  border-color: var(--line);
  background: var(--sheet);
}
.open {
  display: grid;
  grid-template-columns: minmax(0, 640px) minmax(0, 1fr);
  gap: 20px;
}
@media (max-width: 1180px) {
  .open {
    grid-template-columns: minmax(0, 1fr);
    gap: 4px;
  }
}
.wall {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: flex-start;
  margin-top: 16px;
}
.pick {
  display: grid;
  gap: 2px;
  text-align: left;
  font-size: 14.5px;
  line-height: 1.2;
  max-width: 180px;
}
.pick img {
  height: 92px;
  max-width: 180px;
  object-fit: cover;
}
.pick.chosen img {
  outline: 3px solid var(--line);
  outline-offset: 2px;
}
.more {
  height: 92px;
  white-space: normal;
  width: 110px;
}
.tip {
  font-size: 15px;
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
}
</style>
