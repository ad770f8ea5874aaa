<script setup lang="ts">
/** The diary, the newest day first; searched by word and by kind. Nothing in it is ever altered. */
import { computed, ref, watch } from "vue";
import { useTable } from "@/api/store";
import { byDay, useLog } from "./log";

const log = useLog();
const table = useTable();
const KINDS: [string, string][] = [
  ["", "everything"],
  ["pass", "passes"],
  ["note", "notes"],
  ["decision", "decisions"],
  ["wrong", "what went wrong"],
  ["failed_test", "tests that failed"],
  ["touch", "touches"],
  ["photo", "photos"],
  ["session", "sessions"],
];
const days = computed(() => byDay(log.lines));
const text = ref(log.words);
async function bring(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) await table.bringFieldLog(file);
  (event.target as HTMLInputElement).value = "";
}
const PAUSE_MS = 220;
let timer = 0;
watch(text, (said) => {
  window.clearTimeout(timer);
  timer = window.setTimeout(() => {
    log.words = said;
    void log.search();
  }, PAUSE_MS);
});
watch(
  () => log.kind,
  () => void log.search(),
);
</script>

<template>
  <section aria-label="Diary">
    <div class="head">
      <h2>Diary</h2>
      <label
        >Find
        <input
          v-model="text"
          class="field"
          type="search"
          placeholder="a word, a plane, a mix, the air"
          maxlength="80"
      /></label>
      <label
        >in
        <select v-model="log.kind" class="field">
          <option v-for="[key, said] in KINDS" :key="key" :value="key">{{ said }}</option>
        </select></label
      >
      <a class="do quiet" :href="`/api/paintings/${table.painting?.id}/diary.csv`" download
        >Export as a table</a
      >
      <label class="do quiet bring"
        >Bring the log of a field sheet<input
          type="file"
          accept=".json,.html,application/json,text/html"
          aria-label="Log of a field sheet"
          @change="bring"
      /></label>
    </div>
    <div v-for="day in days" :key="day.day">
      <h3>{{ day.day }}</h3>
      <ol>
        <li v-for="line in day.lines" :key="line.id" :class="line.kind">
          <span class="hour">{{ line.hour_said }}</span>
          <span
            ><b v-if="line.plane">{{ line.plane }}. </b>{{ line.said }}<em v-if="line.mix">{{ line.mix }}</em
            ><em v-if="line.air">{{ line.air }}</em></span
          >
        </li>
      </ol>
    </div>
    <p v-if="!days.length">
      {{
        log.words || log.kind
          ? "Nothing in the diary says so."
          : "Nothing is written yet. What you do at the easel is written down here by itself."
      }}
    </p>
    <button v-if="log.more" class="do" @click="log.search(true)">Older lines</button>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  align-items: baseline;
}
.bring input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.bring:focus-within {
  outline: 3px solid var(--line);
}
h3 {
  margin: 12px 0 2px;
  font:
    italic 400 16px/1.2 "Alegreya",
    serif;
}
ol li {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr);
  gap: 8px;
  padding: 3px 0;
  border-bottom: 1px solid var(--hair);
}
.hour {
  text-align: right;
  color: var(--ink2);
}
li em {
  margin-left: 10px;
  font-style: normal;
  color: var(--ink2);
}
li.pass,
li.session {
  font-weight: 500;
}
li.taken_back {
  padding-left: 14px;
  border-left: 3px double var(--line);
}
</style>
