<script setup lang="ts">
/** When it went wrong: the ways out that this paint has as wet as it is now; one press takes one. */
import { computed, ref } from "vue";
import NoticeLine from "@/frame/NoticeLine.vue";
import { useTable } from "@/api/store";
import { useEasel, type Card, type FilmNow, type PassNow } from "./easel";

const props = defineProps<{
  /** The pass of now. */
  now: PassNow;
  /** Films of what is painted already. */
  films: FilmNow[];
}>();
const emit = defineEmits<{ close: [] }>();
const table = useTable();
const easel = useEasel();
const open = ref(true);
interface Where {
  number: number;
  said: string;
  state: string;
  cards: Card[];
}
const wheres = computed<Where[]>(() => [
  {
    number: props.now.number,
    said: `${props.now.title}${props.now.place ? ` of ${props.now.place}` : ""}, now`,
    state: "wet",
    cards: props.now.ways_out,
  },
  ...props.films.map((each) => ({
    number: each.number,
    said: each.said,
    state: each.clock_said,
    cards: each.ways_out,
  })),
]);
const at = ref(props.now.number);
const chosen = computed(() => wheres.value.find((each) => each.number === at.value) ?? wheres.value[0]);
function close(): void {
  open.value = false;
  emit("close");
}
async function take(card: Card): Promise<void> {
  if (
    chosen.value &&
    (await easel.press({ action: "mend_pass", number: chosen.value.number, card: card.key }))
  )
    close();
}
</script>

<template>
  <v-dialog v-model="open" width="620" aria-label="It went wrong" @after-leave="emit('close')">
    <div class="sheet">
      <h1>It went wrong</h1>
      <NoticeLine :problem="table.problem" @close="table.problem = null" />
      <label
        >Where?
        <select v-model.number="at" class="field">
          <option v-for="each in wheres" :key="each.number" :value="each.number">{{ each.said }}</option>
        </select></label
      >
      <p v-if="chosen" class="state">It is {{ chosen.state }}.</p>
      <ul v-if="chosen">
        <li v-for="card in chosen.cards" :key="card.key">
          <button class="do" @click="take(card)">{{ card.name }}</button>
          <p>{{ card.how }}<template v-if="card.kind"> It becomes a pass.</template></p>
        </li>
        <li v-if="!chosen.cards.length">This is drawn or sealed: rub it out, or leave it.</li>
      </ul>
      <button class="do quiet" @click="close">Close</button>
    </div>
  </v-dialog>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 12px;
}
li {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  gap: 6px 18px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
li .do {
  min-height: 56px;
  white-space: normal;
  font-size: 17px;
}
@media (max-width: 520px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
