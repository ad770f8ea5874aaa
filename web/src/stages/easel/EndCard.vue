<script setup lang="ts">
/** After a session: what is wet and until when, what to mend next time, what to clean, when it goes on. */
import { ref } from "vue";
import { useTable } from "@/api/store";
import { useEasel, type Easel } from "./easel";

defineProps<{
  /** What the last session left. */
  end: NonNullable<Easel["end"]>;
}>();
const easel = useEasel();
const table = useTable();
const text = ref("");
const minutes = ref<number | "">("");
async function add(): Promise<void> {
  const said = text.value.trim();
  if (!said) return;
  if (await easel.press({ action: "add_mend", text: said, minutes: minutes.value || null })) {
    text.value = "";
    minutes.value = "";
  }
}
async function bringPhoto(event: Event): Promise<void> {
  const files = (event.target as HTMLInputElement).files;
  if (files?.length) await table.bring([...files].slice(0, 1), "progress");
  (event.target as HTMLInputElement).value = "";
}
</script>

<template>
  <section class="end" aria-label="The session is over">
    <p class="say">Ended {{ end.said }}. {{ end.painted_min }} min of painting. {{ end.next_said }}</p>
    <div class="columns">
      <div>
        <h2>Painted</h2>
        <ul>
          <li v-for="each in end.passes" :key="each">{{ each }}</li>
          <li v-if="!end.passes.length">No pass was finished.</li>
        </ul>
        <h2>Clean up</h2>
        <p v-for="each in end.cleaning" :key="each">{{ each }}</p>
      </div>
      <div>
        <h2>Still drying</h2>
        <ul>
          <li v-for="each in end.wet" :key="each">{{ each }}</li>
          <li v-if="!end.wet.length">Nothing.</li>
        </ul>
        <h2>To mend next time</h2>
        <form @submit.prevent="add">
          <input
            v-model="text"
            class="field goal"
            maxlength="200"
            placeholder="What is it to become?"
            aria-label="What to mend"
          />
          <label
            >in at most
            <input
              v-model.number="minutes"
              class="field"
              type="number"
              min="1"
              max="240"
              aria-label="Minutes allowed"
            />
            min</label
          >
          <button class="do" type="submit">Write it down</button>
        </form>
        <label class="do photo"
          >One photo now<input
            type="file"
            accept="image/*"
            aria-label="Photo of the painting"
            @change="bringPhoto"
        /></label>
        <button class="do quiet" @click="easel.press({ action: 'begin_session', session: end.session })">
          Go on with it
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.end {
  display: grid;
  gap: 8px;
  padding-bottom: 16px;
  border-bottom: 2px solid var(--line);
  font-size: 17px;
}
.say {
  font-size: 19px;
}
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 34px;
}
.columns h2 {
  margin: 8px 0 4px;
}
.goal {
  min-width: 22ch;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin-bottom: 10px;
}
.photo input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.photo {
  margin-right: 14px;
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
