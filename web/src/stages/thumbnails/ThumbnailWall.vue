<script setup lang="ts">
/** The thumbnails that were kept, pinned in their own proportions with their reading. */
import { computed, ref } from "vue";
import type { Thumbnail } from "@/api/client";
import { useTable } from "@/api/store";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** Kept thumbnails. */
  thumbnails: Thumbnail[];
  /** Number of the one that is shown big. */
  at: number;
}>();
const emit = defineEmits<{ take: [thumbnail: Thumbnail] }>();
const table = useTable();
const naming = ref(0);
const here = computed(() => props.thumbnails.filter((each) => each.later === null));
const later = computed(() => props.thumbnails.filter((each) => each.later !== null));

function masses(thumbnail: Thumbnail): string {
  const shares = [...thumbnail.reading.shares].reverse().map((each) => Math.round(100 * each));
  return `${shares[0]} light, ${shares.slice(1, -1).join(", ")}${shares.length > 2 ? ", " : ""}${shares.at(-1)} dark`;
}
async function rename(thumbnail: Thumbnail, event: Event): Promise<void> {
  naming.value = 0;
  const name = (event.target as HTMLInputElement).value;
  if (name !== thumbnail.name)
    await table.change({ action: "set_thumbnail", thumbnail: thumbnail.number, name });
}
</script>

<template>
  <ul v-roving="'button'" class="wall" aria-label="Kept thumbnails">
    <li
      v-for="each in here"
      :key="each.number"
      class="pinned"
      :style="{ width: `${Math.max(96, Math.round(106 * each.aspect))}px` }"
    >
      <button
        class="pick"
        :aria-label="`Look at ${each.name}`"
        :aria-pressed="each.number === at"
        @click="emit('take', each)"
      >
        <img
          :src="each.image"
          alt=""
          :class="{ at: each.number === at }"
          :style="{ aspectRatio: String(each.aspect) }"
        />
      </button>
      <span class="bar" aria-hidden="true">
        <i
          v-for="(share, step) in [...each.reading.shares].reverse()"
          :key="step"
          :style="{ flexGrow: share, background: [...each.reading.greys].reverse()[step] }"
        ></i>
      </span>
      <input
        v-if="naming === each.number"
        class="field"
        :value="each.name"
        maxlength="60"
        aria-label="Name"
        autofocus
        @change="rename(each, $event)"
        @blur="naming = 0"
      />
      <button v-else class="name" title="Rename" @click="naming = each.number">{{ each.name }}</button>
      <span class="masses">{{ masses(each) }}</span>
      <span v-if="each.differs" class="masses">{{ each.differs }}</span>
      <span class="deeds">
        <b v-if="each.chosen">chosen</b>
        <button
          v-else
          class="do quiet"
          @click="table.change({ action: 'choose_thumbnail', thumbnail: each.number })"
        >
          Choose
        </button>
        <button
          class="do quiet"
          :aria-label="`For later: ${each.name}`"
          @click="table.change({ action: 'set_aside', thumbnail: each.number, note: '' })"
        >
          For later
        </button>
        <button
          class="do quiet"
          :aria-label="`Delete: ${each.name}`"
          @click="table.change({ action: 'remove_thumbnail', thumbnail: each.number })"
        >
          Delete
        </button>
      </span>
    </li>
    <li v-if="!here.length" class="none">
      Nothing kept yet. Three to six variants are usual before one is chosen.
    </li>
  </ul>
  <section v-if="later.length" v-roving="'button'" class="later" aria-label="For later">
    <h2>For later</h2>
    <ul>
      <li v-for="each in later" :key="each.number">
        <button :aria-label="`Look at ${each.name}`" @click="emit('take', each)">
          <img :src="each.image" alt="" />
        </button>
        <span
          ><b>{{ each.name }}</b> <span class="say">{{ each.later }}</span></span
        >
        <button class="do quiet" @click="table.change({ action: 'take_up_again', thumbnail: each.number })">
          Take it up again
        </button>
        <button
          class="do quiet"
          :aria-label="`Delete: ${each.name}`"
          @click="table.change({ action: 'remove_thumbnail', thumbnail: each.number })"
        >
          Delete
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.wall {
  display: flex;
  gap: 18px;
  overflow-x: auto;
  padding: 6px 4px 4px;
}
.pinned {
  display: flex;
  flex-direction: column;
  gap: 3px;
  flex: none;
  font-size: 14.5px;
  line-height: 1.2;
}
.pick {
  line-height: 0;
}
.pick img {
  width: 100%;
}
.pick img.at {
  outline: 3px solid var(--line);
  outline-offset: 2px;
}
.bar {
  display: flex;
  height: 7px;
  border: 1px solid var(--line);
}
.name {
  text-align: left;
  font-weight: 700;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  align-items: center;
}
.deeds .do {
  min-height: 24px;
  font-size: 14.5px;
}
.later {
  margin-top: 10px;
  font-size: 15px;
}
.later li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 3px 0;
}
.later img {
  height: 44px;
}
.none {
  color: var(--ink2);
  font-size: 15px;
  padding: 8px 0;
}
</style>
