<script setup lang="ts">
/** The usual cautions of the sessions that are still to come, each sentence once. */
import { computed } from "vue";
import type { Session } from "@/api/client";
import { useTable } from "@/api/store";

const props = defineProps<{
  /** Sessions of the painting. */
  sessions: Session[];
}>();
const table = useTable();
/** Each sentence with the sessions it is said for; those of the next session lead. */
const lines = computed(() => {
  const found = new Map<string, { said: string; sessions: string[]; passes: number[] }>();
  for (const session of props.sessions.filter((each) => !each.over)) {
    for (const each of session.cautions) {
      const line = found.get(each.kind) ?? { said: each.said, sessions: [], passes: [] };
      line.sessions.push(session.name);
      line.passes.push(...each.passes);
      found.set(each.kind, line);
    }
  }
  return [...found.values()];
});
const all = computed(() => props.sessions.filter((each) => !each.over).length);
function titles(numbers: number[]): string {
  const named = (table.painting?.work.passes ?? []).filter((each) => numbers.includes(each.number));
  const once = [...new Set(named.map((each) => each.title))];
  return once.length > 3 ? `${once.slice(0, 3).join(", ")} ...` : once.join(", ");
}
</script>

<template>
  <details v-if="lines.length" class="care">
    <summary>
      <h2>Before you go</h2>
      {{ lines.length }} {{ lines.length === 1 ? "caution" : "cautions" }}
    </summary>
    <ul>
      <li v-for="line in lines" :key="line.said">
        {{ line.said }}
        <span v-if="line.passes.length" class="of">{{ titles(line.passes) }}</span>
        <span v-if="line.sessions.length < all" class="of">{{ line.sessions.join("; ") }}</span>
      </li>
    </ul>
    <p class="say">Labels, safety data sheets, local rules and official warnings come first.</p>
  </details>
</template>

<style scoped>
.care {
  margin-top: 12px;
  padding-top: 10px;
  border-top: 1px solid var(--hair);
  font-size: 15px;
  line-height: 1.35;
}
summary {
  cursor: pointer;
}
summary h2 {
  display: inline;
  margin: 0 6px 0 0;
}
ul {
  padding-left: 1.1em;
}
li {
  list-style: square;
  margin: 6px 0;
}
.of {
  display: block;
  color: var(--ink2);
  font-style: italic;
}
</style>
