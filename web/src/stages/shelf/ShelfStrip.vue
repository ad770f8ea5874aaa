<script setup lang="ts">
/** One painting as a strip: its thumbnail, its planes as a column of values, how far it is, what is next. */
import { computed, ref } from "vue";
import type { Strip } from "@/api/client";

const props = defineProps<{
  /** The painting. */
  strip: Strip;
}>();
const emit = defineEmits<{ duplicate: []; keep: []; bin: []; takeBack: []; delete: [] }>();
/** Not to be opened: in the bin, or damaged. */
const closed = computed(() => props.strip.binned || props.strip.damaged);
/** Its picture could not be fetched. */
const gone = ref(false);
/** Whether it is asked if the painting is to go for good. */
const asking = ref(false);
</script>

<template>
  <article class="strip">
    <component
      :is="closed ? 'div' : 'router-link'"
      class="picture hung"
      :to="`/paintings/${strip.id}/planes`"
      :style="{ aspectRatio: String(strip.aspect) }"
      :aria-label="closed ? undefined : `Open ${strip.title}`"
      tabindex="-1"
    >
      <img
        v-if="strip.image"
        :src="strip.image"
        loading="lazy"
        alt=""
        :class="{ grey: !strip.image_is_value }"
      />
      <span v-else class="blank say">{{ gone ? "this picture cannot be read" : "no picture yet" }}</span>
    </component>
    <div class="column" aria-hidden="true">
      <i
        v-for="plane in strip.planes"
        :key="plane.name"
        :style="{ flexGrow: Math.max(0.05, plane.share), background: plane.colour }"
        :title="`${plane.name} ${plane.value.toFixed(1)}`"
      ></i>
    </div>
    <div class="words">
      <h2>
        <router-link v-if="!closed" :to="`/paintings/${strip.id}/planes`">{{ strip.title }}</router-link>
        <template v-else>{{ strip.title }}</template>
      </h2>
      <p class="say">{{ strip.idea }}</p>
      <p class="facts">{{ strip.facts }}<br />{{ strip.progress_said }}</p>
      <div
        v-if="strip.passes"
        class="film"
        role="img"
        :aria-label="`${Math.round(100 * strip.progress)} % of the minutes are painted`"
      >
        <i :style="{ width: `${100 * strip.progress}%` }"></i>
      </div>
      <div class="deeds">
        <template v-if="!strip.binned">
          <button class="do quiet" @click="emit('duplicate')">Duplicate</button>
          <button class="do quiet" @click="emit('keep')">Export</button>
          <button class="do quiet" @click="emit('bin')">Put in the bin</button>
        </template>
        <template v-else-if="!asking">
          <button class="do" @click="emit('takeBack')">Take it back</button>
          <button class="do quiet" @click="asking = true">Delete for good</button>
        </template>
        <div v-else role="group" :aria-label="`Delete ${strip.title} for good`">
          <p>
            Its plan, its history and the photos that no other painting uses are deleted. There is no way
            back.
          </p>
          <button class="do main" @click="emit('delete')">Delete for good</button>
          <button class="do quiet" @click="asking = false">Keep it</button>
        </div>
      </div>
    </div>
    <div class="next">
      <b>{{ strip.next_head }}</b>
      <p>{{ strip.next_text }}</p>
    </div>
  </article>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: auto 26px minmax(0, 1fr) 300px;
  gap: 20px;
  align-items: stretch;
  padding: 18px 0;
  border-bottom: 1px solid var(--hair);
}
.picture {
  display: grid;
  place-items: center;
  height: 190px;
  max-width: 340px;
  padding: 12px;
}
.picture img {
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.grey {
  filter: grayscale(1);
}
.blank {
  color: var(--ink2);
}
.column {
  display: flex;
  flex-direction: column;
  gap: 1px;
}
.column i {
  flex: 1 1 0;
}
.words h2 {
  font:
    500 23px/1.1 "Alegreya",
    serif;
}
.words h2 a {
  color: inherit;
  text-decoration: none;
}
.words h2 a:hover {
  text-decoration: underline;
  text-underline-offset: 4px;
  text-decoration-thickness: 1.5px;
}
.words .say {
  margin: 3px 0 7px;
  color: var(--ink2);
}
.facts {
  font-size: 15px;
  line-height: 1.42;
}
.film {
  height: 10px;
  max-width: 330px;
  margin: 9px 0 6px;
  border: 1px solid var(--line);
}
.film i {
  display: block;
  height: 100%;
  background: var(--line);
}
.deeds {
  display: flex;
  gap: 16px;
}
.next {
  padding-left: 18px;
  border-left: 1px solid var(--hair);
  font-size: 15px;
  line-height: 1.36;
}
.next b {
  display: block;
  font-size: 17px;
  margin-bottom: 2px;
}
@media (max-width: 900px) {
  .strip {
    grid-template-columns: minmax(0, 1fr) 20px;
    gap: 10px;
  }
  .picture {
    height: auto;
    max-width: none;
    width: 100%;
  }
  .words,
  .next {
    grid-column: 1 / -1;
  }
  .next {
    padding: 8px 0 0;
    border-left: 0;
    border-top: 1px solid var(--hair);
  }
}
</style>
