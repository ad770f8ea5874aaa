<script setup lang="ts">
/** A playground: the passes of a painted scene in any order, wait, thickness and air, and what comes of it. */
import { computed, onMounted, ref, shallowRef } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useGuarded } from "@/api/guarded";
import PracticeFrame from "./PracticeFrame.vue";
import { said as written, moved } from "./play";

type Play = Schemas["PlayView"];
type Move = Play["moves"][number];
const SEEDS = 900_000;
const play = shallowRef<Play | null>(null);
const book = ref(false);
const { problem, busy, guarded } = useGuarded();
let asked = 0;
async function load(query: { seed?: number; medium?: string; air?: number; moves?: string }): Promise<void> {
  asked += 1;
  const mine = asked;
  const found = await guarded(() => content(client.GET("/api/practice/play", { params: { query } })));
  if (found && mine === asked) play.value = found;
}
onMounted(() => {
  document.title = "Play with the layers · Kind Distance";
  void load({});
});
const now = () => ({
  seed: play.value?.seed ?? 13,
  medium: play.value?.medium ?? "acrylic",
  air: play.value?.air ?? 1,
});
function put(moves: Move[]): void {
  if (!play.value) return;
  play.value = { ...play.value, moves };
  void load({ ...now(), moves: written(moves) });
}
function set(place: number, part: Partial<Move>): void {
  put((play.value?.moves ?? []).map((each, n) => (n === place ? { ...each, ...part } : each)));
}
const named = computed(() => new Map((play.value?.passes ?? []).map((each) => [each.at, each.said])));
const isBook = computed(() => !!play.value && written(play.value.moves) === written(play.value.book));
const number = (event: Event) => Number((event.target as HTMLSelectElement).value);
const another = () => void load({ ...now(), seed: 1 + Math.floor(Math.random() * SEEDS) });
function allAtOnce(): void {
  put((play.value?.moves ?? []).map((each) => ({ ...each, wait: 0 })));
}
</script>

<template>
  <PracticeFrame
    name="Play with the layers"
    said="Turn the order round, wait or do not, lay it thick: see what paint does. By the book is far to near, each layer dry; nothing is scored."
    :back="{ to: '/practice', name: 'Practice' }"
    foot="Films, drying and mixing are the ones your own plans use, at usual values."
    :problem="problem"
    @close="problem = null"
  >
    <div v-if="play" class="play" :aria-busy="busy">
      <section class="left" aria-label="What comes of it">
        <figure class="hung">
          <img
            :src="book ? play.book_picture : play.picture"
            :alt="book ? 'The scene painted by the book' : 'The scene as you painted it'"
          />
        </figure>
        <p class="deeds">
          <button class="do" :aria-pressed="book" @click="book = !book">Show it by the book</button>
          <span class="say">{{ book ? play.book_said : play.took_said }}</span>
        </p>
        <div class="told" role="status" aria-label="What happened">
          <ul>
            <li v-for="each in play.told" :key="each">{{ each }}</li>
          </ul>
        </div>
      </section>
      <section class="right" aria-label="Passes">
        <div class="around">
          <label
            >Paint
            <select
              class="field"
              :value="play.medium"
              @change="load({ ...now(), medium: ($event.target as HTMLSelectElement).value })"
            >
              <option v-for="each in play.media" :key="each.key" :value="each.key">{{ each.said }}</option>
            </select></label
          >
          <label
            >Air
            <select
              class="field"
              :value="play.air"
              @change="load({ ...now(), air: number($event), moves: written(play.moves) })"
            >
              <option v-for="(each, at) in play.airs" :key="each" :value="at">{{ each }}</option>
            </select></label
          >
        </div>
        <ol>
          <li v-for="(move, place) in play.moves" :key="move.at">
            <span class="shift">
              <button
                class="do quiet"
                :disabled="place === 0"
                :aria-label="`Earlier: ${named.get(move.at)}`"
                @click="put(moved(play.moves, place, -1))"
              >
                ↑
              </button>
              <button
                class="do quiet"
                :disabled="place === play.moves.length - 1"
                :aria-label="`Later: ${named.get(move.at)}`"
                @click="put(moved(play.moves, place, 1))"
              >
                ↓
              </button>
            </span>
            <b>{{ named.get(move.at) }}</b>
            <label
              >wait before
              <select class="field" :value="move.wait" @change="set(place, { wait: number($event) })">
                <option v-for="(each, at) in play.waits" :key="each" :value="at">{{ each }}</option>
              </select></label
            >
            <label
              >film
              <select class="field" :value="move.film" @change="set(place, { film: number($event) })">
                <option v-for="(each, at) in play.films" :key="each" :value="at">{{ each }}</option>
              </select></label
            >
          </li>
        </ol>
        <p class="deeds">
          <button class="do" :disabled="isBook" @click="put([...play.book])">By the book</button>
          <button class="do" @click="put([...play.moves].reverse())">All turned round</button>
          <button class="do" @click="allAtOnce">No waiting at all</button>
          <button class="do quiet" @click="another">Another scene</button>
        </p>
      </section>
    </div>
  </PracticeFrame>
</template>

<style scoped>
.play {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(330px, 1fr);
  gap: 24px;
  align-items: start;
}
.left,
.right {
  display: grid;
  gap: 10px;
}
figure {
  padding: 12px;
}
img {
  display: block;
  width: 100%;
  aspect-ratio: 3 / 2;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: baseline;
}
.told ul {
  display: grid;
  gap: 6px;
  padding-left: 1.1em;
  max-width: 74ch;
}
.around {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}
.around label,
li label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.around label {
  max-width: 100%;
}
.around .field {
  min-width: 0;
  max-width: 300px;
}
ol {
  display: grid;
  padding: 0;
  list-style: none;
}
li {
  min-width: 0;
}
ol li {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 2px 12px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--hair);
}
ol b {
  grid-column: 2 / -1;
}
.shift {
  display: flex;
  grid-row: span 2;
}
.shift .do {
  min-width: 40px;
  min-height: 44px;
  text-align: center;
}
@media (max-width: 900px) {
  .play {
    grid-template-columns: minmax(0, 1fr);
  }
  /* The picture stays in sight while passes are moved. */
  .left {
    display: contents;
  }
  figure {
    position: sticky;
    top: 0;
    z-index: 1;
    padding: 6px;
  }
  .told {
    order: 3;
  }
}
</style>
