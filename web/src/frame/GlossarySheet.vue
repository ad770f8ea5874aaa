<script setup lang="ts">
/** The words of the field, to be looked up. */
import { computed, ref } from "vue";
import { GLOSSARY } from "./glossary";

const open = defineModel<boolean>({ required: true });
const wanted = ref("");
const found = computed(() => {
  const word = wanted.value.trim().toLowerCase();
  return GLOSSARY.filter((each) => `${each.word} ${each.means}`.toLowerCase().includes(word));
});
</script>

<template>
  <v-dialog v-model="open" width="620" aria-label="Words">
    <div class="sheet">
      <h1>Words</h1>
      <label>Find <input v-model="wanted" class="field" placeholder="a word" maxlength="40" /></label>
      <dl>
        <template v-for="each in found" :key="each.word">
          <dt>{{ each.word }}</dt>
          <dd>{{ each.means }}</dd>
        </template>
      </dl>
      <p v-if="!found.length">No such word here.</p>
      <button class="do main" @click="open = false">Close</button>
    </div>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 8px 18px;
  margin: 14px 0 18px;
}
dt {
  font-weight: 700;
}
@media (max-width: 560px) {
  dl {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  dd {
    margin-bottom: 8px;
  }
}
</style>
