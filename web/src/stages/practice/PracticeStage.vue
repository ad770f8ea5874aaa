<script setup lang="ts">
/** Practice: two to five minutes for the eye and the order, apart from the paintings, for oneself alone. */
import { computed, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useShelf } from "@/api/shelf";
import { declinePractice } from "@/frame/exercises";
import { isWriting, useKeys } from "@/frame/keys";
import AnswerForm from "./AnswerForm.vue";
import DrillPicture from "./DrillPicture.vue";
import PracticeFrame from "./PracticeFrame.vue";
import SkillLines from "./SkillLines.vue";
import { useMasses } from "./masses";
import { beginning, usePractice, type Answering } from "./practice";

/** One of the scenes that are painted here. */
const LEAST_PLANES = 3;
const SCENE = "/api/practice/pictures/level/1/13.jpg";
const practice = usePractice();
const shelf = useShelf();
/** Paintings with planes marked on a picture of one's own. */
const pictures = computed(() =>
  (shelf.strips ?? []).filter((each) => each.image && each.planes.length >= LEAST_PLANES),
);
const route = useRoute();
const router = useRouter();
const name = ref("");
const said = ref<Answering | null>(null);
const format = ref("");
const asking = ref(false);
onMounted(async () => {
  document.title = "Practice · Kind Distance";
  await Promise.all([practice.load(), shelf.load()]);
});
/** A judgement or a painting may lead to one kind of drill. */
const wanted = computed(() => (typeof route.query.kind === "string" ? route.query.kind : undefined));
watch(
  () => practice.shown?.learner.id,
  (id) => {
    if (id && wanted.value && !practice.drill) void practice.next(wanted.value);
  },
  { immediate: true },
);
watch(
  () => practice.drill,
  (drill) => {
    said.value = drill ? beginning(drill) : null;
    format.value = drill?.answer === "frames" ? (drill.options[0]?.key ?? "") : "";
  },
);
function place(x: number, y: number): void {
  if (!said.value) return;
  const frames = said.value.frames.map((each) =>
    each.key === format.value ? { ...each, x, y, placed: true } : each,
  );
  said.value = { ...said.value, frames };
}
const told = useMasses(
  () => practice.drill,
  () => said.value?.massing ?? null,
);
async function begin(): Promise<void> {
  if (name.value.trim()) await practice.begin(name.value);
}
async function decline(): Promise<void> {
  declinePractice();
  await router.push("/");
}
/** Whether the answer can be kept as a thumbnail of the painting it was made on. */
const canKeep = computed(
  () =>
    practice.drill?.painting !== null &&
    (practice.drill?.answer === "cuts" || practice.drill?.answer === "frames"),
);
const csv = computed(() => `/api/practice/learners/${practice.shown?.learner.id}/answers.csv`);
useKeys((event) => {
  if (isWriting(event.target) || event.ctrlKey || event.metaKey) return;
  if (event.key === "n" && practice.marked) void practice.next();
});
</script>

<template>
  <PracticeFrame
    name="Practice"
    said="Two to five minutes for the eye. For yourself alone; nothing is ranked."
    :back="{ to: '/', name: 'Shelf' }"
    foot="Kept on this machine, apart from your paintings."
    :problem="practice.problem"
    @close="practice.problem = null"
  >
    <template #deeds>
      <router-link class="do quiet" to="/practice/play">Play with the layers</router-link>
      <button v-if="practice.drill" class="do" @click="practice.drill = null">What your answers show</button>
    </template>
    <div v-if="!practice.shown" class="opening">
      <figure class="hung">
        <img :src="SCENE" alt="A painted scene with all that is true of it known" />
      </figure>
      <section class="first" aria-label="Who practises">
        <h2>What are you called?</h2>
        <form @submit.prevent="begin">
          <input
            v-model="name"
            class="field"
            maxlength="40"
            aria-label="Name"
            placeholder="a name, nothing more"
          />
          <button class="do main" type="submit">Begin</button>
        </form>
        <p v-if="practice.found?.learners.length">
          Or go on as
          <button
            v-for="each in practice.found.learners"
            :key="each.id"
            class="do quiet"
            @click="practice.choose(each.id)"
          >
            {{ each.name }}
          </button>
        </p>
        <h2>Look at your screen first</h2>
        <div class="wedge" role="img" aria-label="Eleven greys from black to white">
          <i v-for="step in 11" :key="step" :style="{ background: practice.found?.greys[2 * (step - 1)] }" />
        </div>
        <p>
          Can you tell each of the eleven from its neighbours? If the two darkest run together, make the
          screen brighter or take it out of the sun; on a screen that hides darks no value can be judged.
        </p>
        <p>
          <button class="do quiet" @click="decline">I do not want to practise; do not offer it again</button>
        </p>
      </section>
    </div>
    <div v-else-if="practice.drill && said" class="drill">
      <DrillPicture
        v-if="practice.drill.picture || practice.drill.horizon"
        :drill="practice.drill"
        :marked="practice.marked"
        :said="said"
        :format="format"
        :massed="told?.picture ?? ''"
        @place="place"
      />
      <section class="ask" :aria-label="practice.drill.name">
        <p class="say">{{ practice.drill.skill }}, level {{ practice.drill.level }} of 3</p>
        <h2>{{ practice.drill.question }}</h2>
        <p>{{ practice.drill.how }}</p>
        <p v-if="practice.drill.shown.length" class="given">
          <span v-for="each in practice.drill.shown" :key="each.key"
            ><i :style="{ background: each.colour }" aria-hidden="true" />{{ each.said }}</span
          >
        </p>
        <AnswerForm
          v-if="!practice.marked"
          v-model="said"
          v-model:format="format"
          :told="told"
          :drill="practice.drill"
          :greys="practice.found?.greys ?? []"
          :busy="practice.busy"
          @answer="practice.answer"
        />
        <div v-else class="marked" role="status">
          <h3 v-if="practice.drill.scored">{{ practice.marked.right ? "Right" : "Not yet" }}</h3>
          <p>{{ practice.marked.measured }}</p>
          <p v-if="practice.drill.options[0]?.colour" class="swatches" aria-hidden="true">
            <i v-for="each in practice.drill.options" :key="each.key" :style="{ background: each.colour }">{{
              each.key
            }}</i>
          </p>
          <p v-if="practice.marked.rule">{{ practice.marked.rule }}</p>
          <p v-if="practice.marked.otherwise"><b>Seen otherwise:</b> {{ practice.marked.otherwise }}</p>
          <p v-if="practice.marked.sure" class="say">{{ practice.marked.sure }}</p>
          <p v-if="!practice.marked.counted && practice.drill.scored" class="say">
            This one is not counted: it was answered before, or quicker than one can look.
          </p>
          <p v-if="canKeep">
            <button v-if="!practice.kept" class="do" @click="practice.keepThumbnails()">
              {{ practice.drill.answer === "frames" ? "Keep them as thumbnails" : "Keep it as a thumbnail" }}
            </button>
            <span v-else role="status"
              >Kept with your painting.
              <router-link class="do quiet" :to="`/paintings/${practice.drill.painting}/thumbnails`"
                >See it among the thumbnails</router-link
              ></span
            >
          </p>
          <p class="deeds">
            <button class="do main" @click="practice.next()">Next</button>
            <button class="do" @click="practice.next(practice.drill.kind)">Another of these</button>
          </p>
          <p v-if="practice.shown.biases[0]">{{ practice.shown.biases[0] }}</p>
        </div>
      </section>
    </div>
    <section v-else class="shown" aria-label="What your answers show">
      <h2>{{ practice.shown.learner.name }}</h2>
      <p v-for="each in practice.shown.biases" :key="each">{{ each }}</p>
      <p class="deeds">
        <button class="do main" @click="practice.next()">
          {{ practice.named.get(practice.shown.next_kind) }}
        </button>
        <span class="say">{{ practice.shown.why }}</span>
      </p>
      <p v-if="pictures.length">
        <label
          >Values, edges, depth and masses on
          <select v-model="practice.own" class="field">
            <option :value="null">painted scenes</option>
            <option v-for="each in pictures" :key="each.id" :value="each.id">{{ each.title }}</option>
          </select></label
        >
      </p>
      <SkillLines
        :shown="practice.shown"
        :named="practice.named"
        @practise="practice.next"
        @forget="practice.forget"
      />
      <p class="deeds">
        <a class="do quiet" :href="csv" download>Export as a table</a>
        <button class="do quiet" @click="practice.leave()">Somebody else</button>
        <button v-if="!asking" class="do quiet" @click="asking = true">Delete everything of mine</button>
        <template v-else>
          <button class="do" @click="practice.forget()">Delete for good</button>
          <button class="do quiet" @click="asking = false">Keep it</button>
        </template>
      </p>
    </section>
  </PracticeFrame>
</template>

<style scoped>
.drill {
  display: grid;
  grid-template-columns: minmax(0, 2.2fr) minmax(290px, 1fr);
  gap: 24px;
  align-items: start;
}
.drill > .ask:first-child {
  grid-column: 1 / -1;
  max-width: 62ch;
}
.ask,
.marked,
.first,
.shown {
  display: grid;
  gap: 10px;
  align-content: start;
}
.first p {
  max-width: 70ch;
}
.opening {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
}
.opening figure {
  padding: 12px;
  align-self: start;
}
.opening img {
  display: block;
  aspect-ratio: 3 / 2;
  width: 100%;
}
.first form,
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
}
.wedge {
  display: grid;
  grid-template-columns: repeat(11, 1fr);
  max-width: 760px;
}
.wedge i {
  height: 84px;
}
.given {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}
.given span {
  display: grid;
  gap: 2px;
}
.given i {
  width: 132px;
  height: 44px;
  border: 1px solid var(--line);
}
.swatches {
  display: flex;
  gap: 10px;
}
.swatches i {
  display: grid;
  place-items: end start;
  width: 84px;
  height: 64px;
  padding: 2px 6px;
  color: #fff;
  font-style: normal;
  font-weight: 700;
  text-shadow: 0 0 3px #000;
}
@media (max-width: 900px) {
  .opening,
  .drill {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
