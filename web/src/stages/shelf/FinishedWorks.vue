<script setup lang="ts">
/** Finished works as a wall: the last photo of each, details of it, found again by their subjects. */
import { onMounted, ref, shallowRef } from "vue";
import { useIntersectionObserver, watchDebounced } from "@vueuse/core";
import { client, content, type Schemas } from "@/api/client";

type Work = Schemas["FinishedView"];
const works = shallowRef<Work[]>([]);
const found = ref<number | null>(null);
const word = ref("");
/** How many times as large a detail is shown as it is on the whole. */
const CLOSER = 3.2;
let asked = 0;
async function load(start = 0): Promise<void> {
  const mine = ++asked;
  const page = await content(
    client.GET("/api/catalogue", { params: { query: { word: word.value.trim(), start } } }),
  ).catch(() => null);
  if (!page || mine !== asked) return;
  works.value = start ? [...works.value, ...page.works] : page.works;
  found.value = page.found;
}
onMounted(() => load());
watchDebounced(word, () => load(), { debounce: 200 });
const end = ref<HTMLElement | null>(null);
useIntersectionObserver(end, ([seen]) => {
  if (seen?.isIntersecting && works.value.length) void load(works.value.length);
});
const detail = (work: Work, at: Work["details"][number]) => ({
  backgroundImage: `url("${work.image}")`,
  backgroundSize: `${100 * CLOSER}% auto`,
  backgroundPosition: `${100 * at.x}% ${100 * at.y}%`,
});
</script>

<template>
  <section aria-label="Finished works">
    <p class="find">
      <label
        >Find by subject or word <input v-model="word" class="field" type="search" maxlength="120" size="18"
      /></label>
      <span v-if="found === 0" role="status">{{
        word.trim() ? "No finished work holds that word." : "Nothing is finished yet."
      }}</span>
    </p>
    <article v-for="work in works" :key="work.id" class="work">
      <router-link
        class="hung whole"
        :to="`/paintings/${work.id}/log`"
        :aria-label="`Open ${work.title}`"
        tabindex="-1"
      >
        <img
          v-if="work.image"
          :src="work.image"
          loading="lazy"
          alt=""
          :style="{ aspectRatio: String(work.aspect) }"
        />
      </router-link>
      <div class="words">
        <h2>
          <router-link :to="`/paintings/${work.id}/log`">{{ work.title }}</router-link>
        </h2>
        <p class="say">{{ work.idea }}</p>
        <p>{{ work.facts }}<br />{{ work.finished_said }}</p>
        <p class="subjects">{{ work.subjects }}</p>
        <p v-if="!work.is_photo" class="say">No photo of the painting yet; it is shown as it was planned.</p>
      </div>
      <ul v-if="work.image && work.details.length" :aria-label="`Details of ${work.title}`">
        <li v-for="each in work.details" :key="each.name">
          <i :style="detail(work, each)" aria-hidden="true"></i>{{ each.name }}
        </li>
      </ul>
    </article>
    <p v-if="found !== null && works.length < found" ref="end">
      <button class="do" @click="load(works.length)">Show more</button>
    </p>
  </section>
</template>

<style scoped>
.find {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  padding: 12px 0 0;
}
.find .field {
  width: 18ch;
}
.work {
  display: grid;
  grid-template-columns: minmax(0, 420px) minmax(0, 1fr) auto;
  gap: 22px;
  padding: 18px 0;
  border-bottom: 1px solid var(--hair);
}
.whole {
  display: block;
  align-self: start;
  padding: 14px;
}
.whole img {
  display: block;
  width: 100%;
  object-fit: cover;
}
h2 {
  font:
    500 23px/1.1 "Alegreya",
    serif;
}
h2 a {
  color: inherit;
  text-decoration: none;
}
.words {
  display: grid;
  gap: 8px;
  align-content: start;
  font-size: 15px;
  line-height: 1.42;
}
.subjects {
  max-width: 44ch;
}
ul {
  display: grid;
  gap: 10px;
  align-content: start;
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 14.5px;
}
li i {
  display: block;
  width: 150px;
  height: 104px;
  background-repeat: no-repeat;
}
@media (max-width: 900px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
    gap: 10px;
  }
  ul {
    grid-auto-flow: column;
    justify-content: start;
  }
  li i {
    width: 104px;
    height: 78px;
  }
}
</style>
