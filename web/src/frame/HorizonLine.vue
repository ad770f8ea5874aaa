<script setup lang="ts">
/** The thin line across the window; the stages of the work stand on it as plain words. */
import { computed, nextTick, onMounted, ref, watch } from "vue";
import { useRoute } from "vue-router";
import type { Painting } from "@/api/client";
import { useMixes } from "@/stages/mixes/mixes";
import { STAGES } from "./stages";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** The painting whose stages stand on the line. */
  painting: Painting;
}>();
const emit = defineEmits<{ brief: [] }>();
const route = useRoute();
const mixes = useMixes();

const line = ref<HTMLElement | null>(null);
// On a narrow window the stages run off the side: the one that is open is brought into sight.
watch(
  () => route.name,
  () =>
    void nextTick(() =>
      line.value?.querySelector(".now")?.scrollIntoView({ inline: "center", block: "nearest" }),
    ),
  { immediate: true },
);
onMounted(() => line.value?.querySelector(".now")?.scrollIntoView({ inline: "center", block: "nearest" }));
const counts = computed(() => {
  const found: Record<string, number> = {};
  for (const each of [...props.painting.judgements, ...(mixes.found?.judgements ?? [])]) {
    if (each.severity !== "note" && each.meant_so === null) found[each.stage] = (found[each.stage] ?? 0) + 1;
  }
  return found;
});
</script>

<template>
  <header class="sky">
    <div class="title">
      <router-link class="home" to="/">Shelf</router-link>
      <button class="name" title="Change the brief" @click="emit('brief')">
        <h1>{{ painting.brief.title }}</h1>
        <span class="say">{{ painting.brief.idea || "Say what it is about." }}</span>
      </button>
    </div>
    <nav ref="line" v-roving class="stages" aria-label="Stages of the work">
      <router-link
        v-for="stage in STAGES"
        :key="stage.key"
        :to="`/paintings/${painting.id}/${stage.key}`"
        class="stage"
        :class="{ now: route.name === stage.key }"
        :aria-current="route.name === stage.key ? 'page' : undefined"
        >{{ stage.name
        }}<sup v-if="counts[stage.key]" :aria-label="`${counts[stage.key]} to look at`">{{
          counts[stage.key]
        }}</sup></router-link
      >
    </nav>
  </header>
</template>

<style scoped>
.sky {
  display: flex;
  justify-content: space-between;
  align-items: flex-end;
  gap: 24px;
  min-height: 60px;
  padding: 0 20px;
  border-bottom: 2px solid var(--line);
}
.title {
  display: flex;
  align-items: flex-end;
  gap: 18px;
  min-width: 0;
  padding-bottom: 6px;
}
.home {
  color: var(--ink2);
  text-decoration: underline;
  text-underline-offset: 3px;
  padding-bottom: 2px;
}
.name {
  text-align: left;
  min-width: 0;
  cursor: pointer;
}
.name h1,
.name .say {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name .say {
  color: var(--ink2);
  font-size: 14.5px;
}
.stages {
  display: flex;
  gap: 26px;
}
.stage {
  position: relative;
  padding: 6px 0 5px;
  color: var(--ink2);
  font-size: 16px;
  text-decoration: none;
  white-space: nowrap;
}
.stage:hover {
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 4px;
}
.stage.now {
  color: var(--ink);
  font-weight: 700;
}
.stage.now::after {
  content: "";
  position: absolute;
  left: 50%;
  bottom: -9px;
  width: 3px;
  height: 18px;
  background: var(--line);
}
sup {
  margin-left: 2px;
  font-size: 11px;
  font-weight: 700;
  line-height: 0;
}
@media (max-width: 900px) {
  .sky {
    flex-direction: column;
    align-items: stretch;
    gap: 0;
    padding: 8px 12px 0;
  }
  .title {
    padding-bottom: 2px;
  }
  .name h1 {
    font-size: 20px;
  }
  .stages {
    gap: 4px;
    overflow-x: auto;
    overflow-y: hidden;
    margin: 0 -12px;
    padding: 0 12px;
    scrollbar-width: none;
  }
  .stage {
    padding: 12px 8px 11px;
  }
  .stage.now::after {
    bottom: 0;
    height: 8px;
  }
}
</style>
