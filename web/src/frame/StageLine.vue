<script setup lang="ts">
/** One line on every stage: what it is for, and what comes next, with a way there. */
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import type { Painting } from "@/api/client";
import { useTable } from "@/api/store";
import GuideSheet from "./GuideSheet.vue";
import { vRoving } from "@/look/roving";

const table = useTable();
const guideOpen = ref(false);
const route = useRoute();

/** What comes next: in words, with a stage to go to or a remedy to apply. */
interface Next {
  said: string;
  to?: string;
  plane?: number;
}
const PURPOSE: Record<string, string> = {
  sources: "The pictures you paint from.",
  thumbnails: "The picture in a few values and large shapes.",
  planes: "What is far and what is near, and how light each is to be.",
  mixes: "What to squeeze out, and how to mix each plane.",
  passes: "What is painted, in which order.",
  sessions: "When it is painted, with room to dry.",
};
const NEXT: Record<string, (painting: Painting) => Next | null> = {
  sources: (p) => (p.sources.length ? { said: "Go on: see it in a few values", to: "thumbnails" } : null),
  thumbnails: (p) =>
    p.thumbnails.length ? { said: "Go on: mark what is far and near", to: "planes" } : null,
  planes: (p) => {
    const bare = p.planes.find((each) => each.strokes === 0 && each.kind !== "sky");
    if (bare && p.planes.every((each) => each.strokes === 0))
      return { said: `Draw one stroke through ${bare.name}`, plane: bare.rank };
    if (bare) return { said: `Next, a stroke through ${bare.name}`, plane: bare.rank };
    return p.planes.length ? { said: "Go on: how to mix them", to: "mixes" } : null;
  },
  mixes: (p) => (p.work.passes.length ? { said: "Go on: what is painted, in order", to: "passes" } : null),
  passes: (p) => (p.work.passes.length ? { said: "Go on: when it is painted", to: "sessions" } : null),
};
const name = computed(() => String(route.name ?? ""));
const next = computed(() => (table.painting ? (NEXT[name.value]?.(table.painting) ?? null) : null));
function point(rank: number): void {
  void table.apply({ label: "", action: "mark_plane", arguments: { plane: rank } });
}
</script>

<template>
  <p v-roving="'.do'" class="stage-line">
    <span class="say">{{ PURPOSE[name] }}</span>
    <span v-if="name === 'sessions' && table.painting?.work.sessions.length"
      >Next: <b>{{ table.painting.work.next_said }}</b></span
    >
    <button class="do quiet guide" @click="guideOpen = true">How painters use it</button>
    <template v-if="next">
      <router-link v-if="next.to" class="do quiet" :to="`/paintings/${table.painting?.id}/${next.to}`"
        >{{ next.said }} →</router-link
      >
      <button v-else-if="next.plane" class="do quiet" @click="point(next.plane)">{{ next.said }}</button>
    </template>
    <GuideSheet v-model="guideOpen" />
  </p>
</template>

<style scoped>
.stage-line {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  align-items: baseline;
  padding: 12px 18px 2px 16px;
  border-left: 1px solid var(--hair);
}
.stage-line .do {
  min-height: 26px;
}
@media (max-width: 900px) {
  .stage-line {
    padding: 8px 12px 0;
    border-left: 0;
  }
}
@media (max-width: 900px), (pointer: coarse) {
  .stage-line .do {
    min-height: 44px;
  }
}
</style>
