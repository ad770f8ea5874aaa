<script setup lang="ts">
/** Before a session: what it is for, what is painted in it, what to take, what to beware of; one press begins it. */
import NumberField from "@/fields/NumberField.vue";
import { computed, ref } from "vue";
import { useTable } from "@/api/store";
import { useMixes } from "@/stages/mixes/mixes";
import FoldedPart from "@/frame/FoldedPart.vue";
import KitList from "@/stages/sessions/KitList.vue";
import { useEasel, type Easel } from "./easel";

const props = defineProps<{
  /** What the easel shows. */
  shown: Easel;
}>();
const easel = useEasel();
const mixes = useMixes();
const table = useTable();
const first = computed(() => props.shown.start[0] ?? null);
const others = computed(() => props.shown.start.slice(1));
/** What the passes of this session ask for. */
const batches = computed(() =>
  (mixes.found?.batches ?? []).filter((each) =>
    each.passes.some((one) => first.value?.numbers.includes(one)),
  ),
);
const minutes = ref(90);
const outdoors = ref(false);
</script>

<template>
  <section v-if="first" class="start" aria-label="The next session">
    <p class="say">{{ first.said }}, {{ first.minutes }} min</p>
    <h1>{{ first.goal }}</h1>
    <p v-if="first.light_said">{{ first.light_said }}</p>
    <div class="deeds">
      <button class="big main" @click="easel.press({ action: 'begin_session', session: first.session })">
        {{ first.now ? "Begin the session" : "Begin it now" }}
      </button>
    </div>
    <p>
      <a
        class="do quiet"
        :href="`/api/paintings/${table.painting?.id}/field.html?session=${first.session}`"
        download
        >Take it along as one file</a
      >
      for a phone without a network: pictures, passes, mixes and ticks are in it, and its log comes back on
      Log.
    </p>
    <p v-if="!first.now">It is planned for {{ first.said }}; begun now, it is moved to now.</p>
    <div class="columns">
      <div>
        <h2>Passes</h2>
        <ol>
          <li v-for="each in first.passes" :key="each">{{ each }}</li>
        </ol>
        <template v-if="first.to_mend.length">
          <h2>Left to mend from last time</h2>
          <ul>
            <li v-for="each in first.to_mend" :key="each">{{ each }}</li>
          </ul>
        </template>
      </div>
      <div>
        <template v-if="batches.length">
          <h2>Mix first</h2>
          <ul>
            <li v-for="each in batches" :key="each.name" class="batch">
              <i :style="{ background: each.colour }" />{{ each.name }} {{ each.said }},
              {{ each.ml.toFixed(1) }} ml
            </li>
          </ul>
        </template>
        <template v-if="first.cautions.length">
          <h2>Beware</h2>
          <ul class="beware">
            <li v-for="each in first.cautions" :key="each">{{ each }}</li>
          </ul>
        </template>
      </div>
    </div>
    <KitList />
  </section>
  <section v-else class="start" aria-label="No session is planned">
    <h1>No session is planned</h1>
    <p>Begin one as it comes: the passes follow in the order of your plan.</p>
  </section>
  <component
    :is="first ? FoldedPart : 'div'"
    title="Another session"
    :said="others.length ? `${others.length} more are planned` : 'unplanned, now'"
  >
    <ul>
      <li v-for="each in others" :key="each.session">
        {{ each.said }}: {{ each.goal }}
        <button class="do quiet" @click="easel.press({ action: 'begin_session', session: each.session })">
          Begin it now
        </button>
      </li>
    </ul>
    <form @submit.prevent="easel.press({ action: 'begin_session', minutes, outdoors })">
      Unplanned, for
      <NumberField v-model="minutes" :min="5" :max="720" :step="5" label="Minutes" />
      min,
      <label><input v-model="outdoors" type="checkbox" /> outdoors</label>
      <button :class="first ? 'do' : 'big'" type="submit">Begin</button>
    </form>
  </component>
</template>

<style scoped>
.start {
  display: grid;
  gap: 10px;
}
.start h1 {
  font-size: 28px;
  max-width: 44ch;
}
.say {
  font-size: 18px;
}
.big {
  min-height: 72px;
  padding: 4px 34px;
  border: 2px solid var(--line);
  background: var(--ink);
  color: var(--ground);
  font-size: 24px;
  font-weight: 700;
}
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 34px;
  font-size: 17px;
}
.columns h2 {
  margin: 10px 0 4px;
}
.columns ol li {
  min-height: 26px;
}
.batch {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 28px;
}
.batch i {
  flex: none;
  width: 26px;
  height: 20px;
}
.beware li {
  margin-bottom: 6px;
}
form {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  padding: 8px 0;
  font-size: 17px;
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
