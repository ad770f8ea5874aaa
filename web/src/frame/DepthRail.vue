<script setup lang="ts">
/** The planes of this painting, far to near, each a slab of its planned colour. The same object on all stages. */
import { computed } from "vue";
import type { Plane } from "@/api/client";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** Planes, farthest first. */
  planes: Plane[];
  /** Rank of the chosen plane. */
  chosen: number;
  /** Whether only their colours are seen; on a narrow window, where room is short. */
  folded?: boolean;
}>();
const emit = defineEmits<{ choose: [rank: number]; fold: [] }>();

/** Height follows the share of the picture, with room kept for the words. */
const slabs = computed(() =>
  props.planes.map((plane) => ({
    plane,
    grow: Math.max(0.04, plane.reading?.share ?? 1 / props.planes.length),
  })),
);
</script>

<template>
  <nav v-roving class="rail" :class="{ folded }" aria-label="Planes, far to near">
    <button class="fold" :aria-expanded="!folded" @click="emit('fold')">
      <span class="hidden-label">{{ folded ? "Show the planes" : "Fold the planes away" }}</span>
      <span aria-hidden="true">{{ folded ? "›" : "‹" }}</span>
    </button>
    <button
      v-for="{ plane, grow } in slabs"
      :key="plane.rank"
      class="slab"
      :class="{ chosen: plane.rank === chosen }"
      :style="{ flexGrow: grow, background: plane.planned.colour, color: plane.planned.ink }"
      :aria-pressed="plane.rank === chosen"
      @click="emit('choose', plane.rank)"
    >
      <em><span class="hidden-label">Plane </span>{{ plane.rank }}</em>
      <b><span class="hidden-label">planned value </span>{{ plane.planned.value.toFixed(1) }}</b>
      <span class="name">{{ plane.name }}</span>
    </button>
    <p v-if="!planes.length" class="none">No planes yet</p>
  </nav>
</template>

<style scoped>
.rail {
  display: flex;
  flex-direction: column;
  gap: 2px;
  padding-top: 2px;
  min-height: 0;
  overflow-y: auto;
  overflow-x: hidden;
}
.slab {
  position: relative;
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  flex: 1 1 0;
  min-height: 62px;
  width: 84px;
  padding: 5px 8px;
  text-align: left;
  font-size: 14.5px;
  line-height: 1.12;
  overflow: hidden;
}
.slab b {
  display: block;
  font-size: 19px;
}
.slab em {
  position: absolute;
  right: 8px;
  top: 8px;
  font-style: normal;
  font-size: 14px;
}
.slab .name {
  display: block;
  overflow-wrap: anywhere;
}
.slab.chosen {
  width: 96px;
  box-shadow: inset 0 0 0 2.5px var(--line);
}
.slab:focus-visible {
  outline-offset: -5px;
  outline-color: currentColor;
}
.none {
  padding: 14px 10px;
  color: var(--ink2);
  font-size: 14.5px;
}
.fold {
  display: none;
}
@media (max-width: 900px) {
  .fold {
    display: block;
    min-height: 44px;
    width: 100%;
    font-size: 20px;
  }
  .rail.folded .slab > * {
    display: none;
  }
  .rail.folded .slab {
    pointer-events: none;
    min-height: 0;
    width: 100%;
    padding: 0;
  }
  .slab {
    width: 46px;
    padding: 5px;
    min-height: 44px;
  }
  .slab.chosen {
    width: 54px;
  }
  .slab .name {
    display: none;
  }
  .slab em {
    top: auto;
    bottom: 3px;
    right: 6px;
  }
  .none {
    padding: 8px 4px;
    font-size: 14px;
  }
}
</style>
