<script setup lang="ts">
/** Tests that failed in all paintings, with their reasons: nobody has to fail them twice. */
import { onMounted, ref } from "vue";
import { failedTests, type FailedTest } from "@/api/tries";

const word = ref("");
const found = ref<FailedTest[]>([]);
const any = ref(false);
let asked = 0;

async function look(): Promise<void> {
  const mine = ++asked;
  const now = await failedTests(word.value).catch(() => []);
  if (mine === asked) found.value = now;
  any.value ||= now.length > 0;
}
onMounted(look);
</script>

<template>
  <section v-if="any" class="failed" aria-label="Tests that failed">
    <h2>Tests that failed</h2>
    <label
      >Find by subject or word
      <input v-model="word" class="field" type="search" maxlength="120" size="18" @input="look"
    /></label>
    <ul>
      <li v-for="(each, at) in found" :key="at">
        {{ each.said }}
        <router-link :to="`/paintings/${each.painting}/log`">{{ each.title }}</router-link>,
        {{ each.day_said }}
      </li>
    </ul>
    <p v-if="!found.length" role="status">No test has that word.</p>
  </section>
</template>

<style scoped>
.failed {
  padding: 14px 0;
  border-top: 1px solid var(--hair);
  font-size: 15px;
}
.failed .field {
  min-width: 180px;
}
li {
  margin-top: 6px;
  max-width: 80ch;
}
a {
  color: inherit;
  margin-left: 8px;
}
</style>
