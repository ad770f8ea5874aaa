<script setup lang="ts">
/** Schools of order side by side, with what each would cost on this painting. */
import { computed } from "vue";
import { useFollowing } from "@/api/following";
import { useTable } from "@/api/store";
import TermWord from "@/frame/TermWord.vue";
import { schoolsOf, type School } from "@/api/tries";
import OrderSketch from "./OrderSketch.vue";
import { vRoving } from "@/look/roving";

defineProps<{
  /** Key of the school in use. */
  chosen: string;
}>();
const table = useTable();
const colours = computed(() => (table.painting?.planes ?? []).map((each) => each.planned.colour));
/** The schools with their cost; asked for apart, as the passes are derived and planned once for each. */
const schools = useFollowing<School[]>(schoolsOf, []);
</script>

<template>
  <section v-roving class="offers" aria-label="Schools of order">
    <h2>The same painting in another order</h2>
    <p class="costs">
      Each is drawn with its cost: <TermWord word="To cut round" />,
      <TermWord word="Remix">remixes</TermWord>, waiting.
    </p>
    <ul>
      <li v-for="each in schools" :key="each.key" :class="{ chosen: each.key === chosen }">
        <button
          class="pick"
          :aria-pressed="each.key === chosen"
          @click="each.key !== chosen && table.change({ action: 'set_brief', school: each.key })"
        >
          <b>{{ each.name }}</b><em v-if="each.key === chosen">yours</em>
          <OrderSketch :order="each.order" :colours="colours" />
          <span>
            {{ each.cost.cut_round_said }} to cut round · {{ each.cost.remixes_said }} ·
            {{ each.cost.wait_said }} waiting<template v-if="each.cost.buried_said !== 'nothing'">
              · {{ each.cost.buried_said }} of fine work covered again</template
            ><template v-if="each.sessions_said"> · {{ each.sessions_said }}</template>
          </span>
          <span v-if="each.key === chosen" class="say">{{ each.reason }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  margin-bottom: 4px;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 0 18px;
}
li {
  border-top: 1px solid var(--hair);
}
.pick {
  display: block;
  width: 100%;
  text-align: left;
  padding: 6px 0 7px 10px;
  font-size: 15px;
  line-height: 1.25;
}
.chosen .pick {
  box-shadow: inset 4px 0 0 var(--line);
}
.pick:hover b {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.pick span {
  display: block;
}
.pick .say {
  font-size: 14.5px;
  color: var(--ink2);
}
em {
  font-style: normal;
  margin-left: 8px;
  color: var(--ink2);
}
</style>
