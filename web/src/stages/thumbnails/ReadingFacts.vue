<script setup lang="ts">
/** What was read on the thumbnail, each with how it was measured and what it cannot say. */
import { ref } from "vue";
import type { Seen } from "@/api/client";
import { vRoving } from "@/look/roving";

defineProps<{
  /** The readings. */
  facts: Seen["facts"];
}>();
const open = ref("");
</script>

<template>
  <section v-roving="'button'" class="facts" aria-label="Readings">
    <dl>
      <div v-for="each in facts" :key="each.key">
        <dt>
          <button
            :aria-expanded="open === each.key"
            :title="`How: ${each.name}`"
            @click="open = open === each.key ? '' : each.key"
          >
            {{ each.name }}
          </button>
        </dt>
        <dd>
          {{ each.said }}
          <span v-if="open === each.key" class="how">{{ each.how }}</span>
        </dd>
      </div>
    </dl>
  </section>
</template>

<style scoped>
.facts {
  margin-top: 14px;
  padding-top: 10px;
  border-top: 1px solid var(--hair);
  font-size: 14.5px;
  line-height: 1.25;
}
.facts div {
  margin-bottom: 5px;
}
dt {
  display: inline;
  margin-right: 4px;
}
dt button {
  font-weight: 700;
  border-bottom: 1px dotted var(--line);
}
dd {
  display: inline;
}
.how {
  display: block;
  margin: 2px 0 4px;
  padding-left: 8px;
  border-left: 2px solid var(--line);
}
</style>
