<script setup lang="ts">
/** The day by which the painting has to be ready, for what, and when it will be; what lies beside it on the calendar. */
import { ref } from "vue";
import type { Painting } from "@/api/client";
import { useTable } from "@/api/store";
import DayField from "@/fields/DayField.vue";

defineProps<{
  /** Passes, sessions and where they stand. */
  work: Painting["work"];
}>();
const table = useTable();
const waiting = ref(false);
type Purpose = "gift" | "trip" | "sale";
const PURPOSES: [Purpose, string][] = [
  ["gift", "a gift"],
  ["trip", "a trip"],
  ["sale", "a sale or a show"],
];
function setDay(deadline: string): void {
  void table.change({ action: "set_brief", deadline });
}
function setPurpose(event: Event): void {
  const deadline_for = (event.target as HTMLSelectElement).value as Purpose;
  void table.change({ action: "set_brief", deadline_for });
}
function setLight(event: Event): void {
  void table.change({ action: "set_brief", light: (event.target as HTMLSelectElement).value });
}
</script>

<template>
  <section class="ready" aria-label="Ready by">
    <p>
      <label
        >Ready for
        <select class="field" :value="work.ready.purpose" aria-label="Ready for what" @change="setPurpose">
          <option v-for="[key, said] in PURPOSES" :key="key" :value="key">{{ said }}</option>
        </select></label
      >
      {{ " " }}
      by
      <DayField
        :model-value="work.ready.day ?? ''"
        label="Day by which it is to be ready"
        @update:model-value="setDay"
      />
    </p>
    <p v-if="work.sessions.some((each) => each.outdoors)">
      <label
        >The light I want outdoors:
        <select class="field" :value="work.ready.light" aria-label="Light that is wanted" @change="setLight">
          <option v-for="each in table.choices?.lights ?? []" :key="each.key" :value="each.key">
            {{ each.name }}
          </option>
        </select></label
      >
    </p>
    <p v-if="work.ready.said">{{ work.ready.said }}</p>
    <template v-if="work.around.waits.length">
      <button class="do quiet" :aria-expanded="waiting" @click="waiting = !waiting">
        {{ work.around.waits.length === 1 ? "One wait" : `${work.around.waits.length} waits` }} in your
        sessions
      </button>
      <template v-if="waiting">
        <p v-for="each in work.around.waits" :key="each.start_min">{{ each.said }}</p>
      </template>
    </template>
    <template v-if="work.around.others.length">
      <h2>Also on your calendar</h2>
      <p v-for="each in work.around.others.slice(0, 3)" :key="`${each.painting}.${each.start_min}`">
        <router-link :to="`/paintings/${each.painting}/sessions`">{{ each.title }}</router-link>:
        {{ each.said }}
      </p>
    </template>
  </section>
</template>

<style scoped>
.ready {
  margin-bottom: 14px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
  line-height: 1.32;
}
h2 {
  margin: 8px 0 2px;
  font-size: 15px;
}
a {
  color: inherit;
  text-decoration: underline;
  text-underline-offset: 2px;
}
p + p {
  margin-top: 4px;
}
</style>
