<script setup lang="ts">
/** After a session: what is wet and until when, what to mend next time, what to clean, when it goes on. */
import PaintingPhoto from "@/frame/PaintingPhoto.vue";
import MendForm from "@/stages/log/MendForm.vue";
import { useEasel, type Easel } from "./easel";

defineProps<{
  /** What the last session left. */
  end: NonNullable<Easel["end"]>;
}>();
const easel = useEasel();
</script>

<template>
  <section class="end" aria-label="The session is over">
    <p class="say">Ended {{ end.said }}. {{ end.painted_min }} min of painting. {{ end.next_said }}</p>
    <div class="columns">
      <div>
        <h2>Painted</h2>
        <ul>
          <li v-for="each in end.passes" :key="each">{{ each }}</li>
          <li v-if="!end.passes.length">No pass was finished.</li>
        </ul>
        <h2>Clean up</h2>
        <p v-for="each in end.cleaning" :key="each">{{ each }}</p>
      </div>
      <div>
        <h2>Still drying</h2>
        <ul>
          <li v-for="each in end.wet" :key="each">{{ each }}</li>
          <li v-if="!end.wet.length">Nothing.</li>
        </ul>
        <h2>To mend next time</h2>
        <MendForm />
        <PaintingPhoto class="do photo">One photo now</PaintingPhoto>
        <button class="do quiet" @click="easel.press({ action: 'begin_session', session: end.session })">
          Go on with it
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.end {
  display: grid;
  gap: 8px;
  padding-bottom: 16px;
  border-bottom: 2px solid var(--line);
  font-size: 17px;
}
.say {
  font-size: 19px;
}
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 34px;
}
.columns h2 {
  margin: 8px 0 4px;
}
.photo {
  margin-right: 14px;
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
