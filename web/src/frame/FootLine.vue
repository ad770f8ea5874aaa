<script setup lang="ts">
/** One line: what was last saved, undo and redo, what is drying, the next session. */
import { computed, ref } from "vue";
import { useTable } from "@/api/store";
import HintTip from "./HintTip.vue";
import WallChoice from "./WallChoice.vue";
import { vRoving } from "@/look/roving";

const table = useTable();
defineProps<{
  /** Whether there is a photo to look at alone. */
  hasPhoto?: boolean;
}>();
const emit = defineEmits<{ keys: []; words: []; picture: [] }>();
/** On a narrow window the rest of the line is opened when it is wanted. */
const more = ref(false);
const history = computed(() => table.painting?.history);
const work = computed(() => table.painting?.work);
</script>

<template>
  <footer v-roving="'.do'" class="foot">
    <span v-if="table.busy" role="status"
      ><b>{{ table.busy }}…</b></span
    >
    <span v-else-if="history"><b>Saved</b> {{ history.saved_said }}</span>
    <span class="pair">
      <button class="do quiet" :disabled="!history?.undo" @click="table.step('undo')">
        Undo<HintTip v-if="history?.undo" :text="`Take back: ${history.undo}`" />
      </button>
      <button class="do quiet" :disabled="!history?.redo" @click="table.step('redo')">
        Redo<HintTip v-if="history?.redo" :text="`Do again: ${history.redo}`" />
      </button>
    </span>
    <span v-if="table.news" class="news" role="status">{{ table.news }}</span>
    <span
      v-else-if="work?.drying.length"
      class="news drying"
      :class="{ more }"
      :title="work.drying.join('\n')"
    >
      {{ work.drying[0]
      }}<template v-if="work.drying.length > 1"> and {{ work.drying.length - 1 }} more</template>
    </span>
    <span class="right" :class="{ more }">
      <span v-if="work" class="next"
        >Next: <b>{{ work.next_said }}</b></span
      >
      <button class="do quiet more" :aria-expanded="more" @click="more = !more">
        {{ more ? "Less" : "More" }}
      </button>
      <WallChoice />
      <button v-if="hasPhoto" class="do quiet" @click="emit('picture')">
        Picture<HintTip text="Only the picture, on nothing but the wall (key p)." />
      </button>
      <button class="do quiet" @click="emit('words')">
        Words<HintTip text="What the words of the field mean here." />
      </button>
      <button class="do quiet" @click="emit('keys')">
        Keys<HintTip text="The keys of this screen (key ?)." />
      </button>
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
.do.more {
  display: none;
}
@media (max-width: 900px) {
  .foot {
    gap: 0 12px;
    padding: 2px 12px;
    flex-wrap: wrap;
  }
  .do.more {
    display: inline-flex;
  }
  .drying:not(.more) {
    display: none;
  }
  .right:not(.more) > :not(.do.more) {
    display: none;
  }
  .right.more {
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
