<script setup lang="ts">
/** One line: what was last saved, undo and redo, what is drying, the next session. */
import { computed } from "vue";
import { useTable } from "@/api/store";
import WallChoice from "./WallChoice.vue";

const table = useTable();
defineProps<{
  /** Whether there is a photo to look at alone. */
  hasPhoto?: boolean;
}>();
const emit = defineEmits<{ keys: []; words: []; picture: [] }>();
const history = computed(() => table.painting?.history);
const work = computed(() => table.painting?.work);
</script>

<template>
  <footer class="foot">
    <span v-if="table.busy" role="status"
      ><b>{{ table.busy }}…</b></span
    >
    <span v-else-if="history"><b>Saved</b> {{ history.saved_said }}</span>
    <span class="pair">
      <button
        class="do quiet"
        :disabled="!history?.undo"
        :title="history?.undo ? `Take back: ${history.undo}` : 'Nothing to undo'"
        @click="table.step('undo')"
      >
        Undo
      </button>
      <button
        class="do quiet"
        :disabled="!history?.redo"
        :title="history?.redo ? `Do again: ${history.redo}` : 'Nothing to redo'"
        @click="table.step('redo')"
      >
        Redo
      </button>
    </span>
    <span v-if="table.news" class="news" role="status">{{ table.news }}</span>
    <span v-else-if="work?.drying.length" class="news" :title="work.drying.join('\n')">
      {{ work.drying[0]
      }}<template v-if="work.drying.length > 1"> and {{ work.drying.length - 1 }} more</template>
    </span>
    <span class="right">
      <span v-if="work" class="next"
        >Next: <b>{{ work.next_said }}</b></span
      >
      <WallChoice />
      <button v-if="hasPhoto" class="do quiet" title="Only the picture (p)" @click="emit('picture')">
        Picture
      </button>
      <button class="do quiet" title="Words of the field" @click="emit('words')">Words</button>
      <button class="do quiet" title="Keys of this screen" @click="emit('keys')">Keys</button>
    </span>
  </footer>
</template>

<style scoped>
.foot {
  display: flex;
  align-items: center;
  gap: 24px;
  min-height: 34px;
  padding: 0 20px;
  border-top: 1px solid var(--hair);
  font-size: 14.5px;
  color: var(--ink2);
  background: var(--ground);
}
.foot b {
  color: var(--ink);
}
.foot .do {
  font-size: 14.5px;
  min-height: 26px;
}
.pair {
  display: flex;
  gap: 12px;
}
.news {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-width: 0;
}
.right {
  display: flex;
  align-items: center;
  gap: 18px;
  margin-left: auto;
  white-space: nowrap;
}
@media (max-width: 900px) {
  .foot {
    gap: 12px;
    padding: 4px 12px;
    flex-wrap: wrap;
  }
  .foot .do {
    min-height: 44px;
  }
  .next {
    display: none;
  }
}
</style>
