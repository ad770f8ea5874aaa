<script setup lang="ts">
/** Ideas set aside for later in all paintings, found by a word. */
import { onMounted, ref } from "vue";
import type { Idea } from "@/api/client";
import { ideas } from "@/api/tries";

const word = ref("");
const found = ref<Idea[]>([]);
const any = ref(false);
let asked = 0;

async function look(): Promise<void> {
  const mine = ++asked;
  const now = await ideas(word.value).catch(() => []);
  if (mine === asked) found.value = now;
  any.value ||= now.length > 0;
}
onMounted(look);
</script>

<template>
  <section v-if="any" class="later" aria-label="Ideas for later">
    <h2>Ideas for later</h2>
    <label
      >Find by word <input v-model="word" class="field" type="search" maxlength="120" size="18" @input="look"
    /></label>
    <ul>
      <li v-for="each in found" :key="`${each.painting}-${each.thumbnail}`">
        <img loading="lazy" :src="each.image" alt="" />
        <span>
          <b>{{ each.name }}</b> <span class="say">{{ each.note }}</span><br />
          <router-link :to="`/paintings/${each.painting}/thumbnails`">{{ each.title }}</router-link>
        </span>
      </li>
    </ul>
    <p v-if="!found.length" role="status">No idea has that word.</p>
  </section>
</template>

<style scoped>
.later {
  padding: 14px 0;
  border-top: 1px solid var(--hair);
  font-size: 15px;
}
.later .field {
  min-width: 180px;
}
.later ul {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 28px;
  margin-top: 8px;
}
.later li {
  display: flex;
  gap: 10px;
  align-items: center;
}
.later img {
  height: 56px;
}
.later a {
  color: inherit;
}
</style>
