<script setup lang="ts">
/** Paint by it: one pass at a time, read from two metres away, pressed with a full hand. */
import { computed, onBeforeUnmount, onMounted, ref, watch } from "vue";
import { useTable } from "@/api/store";
import PaintingPhoto from "@/frame/PaintingPhoto.vue";
import { isWriting, useKeys } from "@/frame/keys";
import { vRoving } from "@/look/roving";
import { wallForEasel } from "@/look/walls";
import { useMixes } from "@/stages/mixes/mixes";
import StageLayout from "../StageLayout.vue";
import { useAwake } from "./awake";
import { ring } from "./bell";
import { leftOf, mixOf, useEasel } from "./easel";
import EndCard from "./EndCard.vue";
import FilmsNow from "./FilmsNow.vue";
import NoteCard from "./NoteCard.vue";
import StartCard from "./StartCard.vue";
import WentWrong from "./WentWrong.vue";

const table = useTable();
const mixes = useMixes();
const easel = useEasel();
const found = computed(() => easel.found);
const now = computed(() => found.value?.now ?? null);
const running = computed(() => found.value?.running !== null && found.value !== null);
useAwake(running);

let stopClock = (): void => undefined;
let giveWallBack = (): void => undefined;
onMounted(() => {
  stopClock = easel.watchClock();
  giveWallBack = wallForEasel();
});
onBeforeUnmount(() => {
  stopClock();
  giveWallBack();
});
watch(
  () => table.painting?.mark,
  () => void easel.load(),
  { immediate: true },
);
// The plane of the pass is the chosen one everywhere.
watch(now, (shown) => {
  if (shown?.plane) table.plane = shown.plane;
  if (shown) table.pass = shown.number;
});

const mix = computed(() => mixOf(now.value, mixes.found?.mixes ?? []));
const plane = computed(() => table.painting?.planes.find((each) => each.rank === now.value?.plane) ?? null);
const left = computed(() => (now.value ? leftOf(now.value, easel.since) : 0));
const sessionLeft = computed(() => (found.value?.left_min ?? 0) - easel.since);
const waiting = computed(() => {
  const shown = now.value;
  return shown?.not_before && found.value
    ? Math.max(0, shown.not_before - found.value.now_min - easel.since)
    : 0;
});
const titled = computed(() => {
  const title = now.value?.title ?? "";
  return now.value?.place ? title.charAt(0).toLowerCase() + title.slice(1) : title;
});
const name = computed(() => `${now.value?.place ? `${now.value.place}, ` : ""}${titled.value}`);
const picture = computed(() =>
  found.value?.picture && now.value
    ? `/api/paintings/${table.painting?.id}/easel/picture.jpg?number=${now.value.number}&lit_only=${look.value !== "after"}&k=${found.value.picture_mark}`
    : "",
);
type Look = "lit" | "after" | "wet";
const LOOKS: [Look, string][] = [
  ["lit", "This pass"],
  ["after", "After it"],
  ["wet", "Where it is wet"],
];
const look = ref<Look>("lit");
const wet = computed(
  () => `/api/paintings/${table.painting?.id}/easel/wet.png?k=${found.value?.picture_mark}`,
);

/** A second press by a shaking hand is no second deed. */
const SHAKE_MS = 700;
const resting = ref(false);
async function done(): Promise<void> {
  const shown = now.value;
  if (!shown || resting.value || waiting.value > 0) return;
  resting.value = true;
  window.setTimeout(() => (resting.value = false), SHAKE_MS);
  if (!shown.running && shown.painted === 0)
    await easel.press({ action: "start_pass", number: shown.number });
  else await easel.press({ action: "finish_pass", number: shown.number });
}
async function pause(): Promise<void> {
  const shown = now.value;
  if (!shown) return;
  await easel.press(
    shown.running ? { action: "pause_pass" } : { action: "start_pass", number: shown.number },
  );
}
/** What the large button does now. */
const mainSaid = computed(() => {
  if (!now.value) return "";
  if (waiting.value > 0) return `Wait ${waiting.value} min`;
  return !now.value.running && now.value.painted === 0 ? "Begin" : "Done, next";
});
function tick(at: number): void {
  const each = now.value?.ticks[at];
  if (!now.value || !each) return;
  const what = each.element !== null ? { element: each.element } : { reserve: each.reserve };
  void easel.press({ action: "tick", number: now.value.number, on: !each.on, ...what });
}

const card = ref<"note" | "wrong" | null>(null);
watch(card, (open) => (table.inDialog = open !== null));
const sound = ref(localStorage.getItem("bell") === "on");
watch(sound, (on) => localStorage.setItem("bell", on ? "on" : "off"));
const bellAt = computed(() => found.value?.step_back_min ?? null);
const bellDue = computed(
  () => bellAt.value !== null && found.value !== null && found.value.now_min + easel.since >= bellAt.value,
);
watch(bellDue, (due) => {
  if (due && sound.value) ring();
});

useKeys((event) => {
  if (isWriting(event.target) || table.inDialog || event.ctrlKey || event.metaKey || event.altKey) return;
  if (!running.value || !now.value) return;
  const onControl =
    event.target instanceof HTMLElement && event.target.closest("button, a, summary, [role='group']");
  // A pedal turns pages; the space bar is found without looking.
  if (event.key === "PageDown" || event.key === "d" || (event.key === " " && !onControl)) {
    event.preventDefault();
    void done();
  } else if (event.key === "b" || event.key === "PageUp") {
    event.preventDefault();
    void pause();
  } else if (event.key === "n") {
    event.preventDefault();
    card.value = "note";
  } else if (event.key === "w") card.value = "wrong";
});
</script>

<template>
  <StageLayout hung silent>
    <div v-if="found && running" class="easel">
      <template v-if="now">
        <figure v-if="picture" class="picture">
          <div class="pile">
            <img :src="picture" :alt="`How it should look after ${name}`" />
            <img
              v-if="look === 'wet'"
              class="over"
              :src="wet"
              alt="Hatched where paint is wet, dotted where it is tacky"
            />
          </div>
          <figcaption v-roving role="group" aria-label="What is shown">
            <button
              v-for="[key, said] in LOOKS"
              :key="key"
              class="do quiet"
              :aria-pressed="look === key"
              @click="look = key"
            >
              {{ said }}
            </button>
          </figcaption>
        </figure>
        <section class="now" aria-label="The pass of now">
          <p>Now, {{ now.at }} of {{ now.of }}</p>
          <h1>
            <template v-if="now.place">{{ now.place }}, </template><span class="whole">{{ titled }}</span>
          </h1>
          <p class="left" :class="{ over: left < 0 }">
            <template v-if="waiting > 0"
              ><b>{{ waiting }}</b> min until it may be begun</template
            >
            <template v-else-if="left >= 0"
              ><b>{{ left }}</b> min left</template
            >
            <template v-else
              ><b>{{ -left }}</b> min over</template
            >
          </p>
          <div v-if="mix" class="mix" :style="{ background: mix.recipe.colour, color: mix.recipe.ink }">
            <span v-if="mix.batch">Mix {{ mix.batch }}</span>
            <span>{{ mix.recipe.said }}</span>
            <span
              >{{ mix.value.toFixed(1)
              }}<template v-if="mix.wet !== null">, wet {{ mix.wet.toFixed(1) }}</template></span
            >
          </div>
          <div
            v-else-if="plane"
            class="mix"
            :style="{ background: plane.planned.colour, color: plane.planned.ink }"
          >
            <span>{{ plane.planned.value.toFixed(1) }}</span>
          </div>
          <p v-if="now.how">{{ now.how }}</p>
        </section>
        <section v-if="now.ticks.length" class="wanted" aria-label="Wanted here">
          <h2>Wanted here</h2>
          <button
            v-for="(each, at) in now.ticks"
            :key="each.said"
            class="tick"
            role="checkbox"
            :aria-checked="each.on"
            @click="tick(at)"
          >
            <i aria-hidden="true">{{ each.on ? "✓" : "" }}</i>{{ each.said }}
          </button>
        </section>
        <section class="then" :class="{ alone: !now.ticks.length }" aria-label="Then">
          <h2>Then</h2>
          <ol>
            <li v-for="each in found.then" :key="each.number">{{ each.said }}</li>
          </ol>
          <p v-if="!found.then.length">This is the last pass of this session.</p>
          <p class="lean">{{ found.lean_said }}</p>
        </section>
      </template>
      <section v-else class="now none" aria-label="Nothing more">
        <h1>Nothing more is planned for this session</h1>
        <p>
          Step back and look. End the session, or add a pass on Passes; what is begun later goes into this
          session as long as it runs.
        </p>
        <p class="lean">{{ found.lean_said }}</p>
      </section>
      <div v-roving class="deeds" role="group" aria-label="What you do">
        <div class="first">
          <button v-if="now" class="big main" :disabled="waiting > 0" @click="done">{{ mainSaid }}</button>
          <button v-if="now && (now.running || now.painted > 0)" class="big" @click="pause">
            {{ now.running ? "Pause" : "Go on" }}
          </button>
        </div>
        <div class="more">
          <PaintingPhoto class="big" capture>Photo</PaintingPhoto>
          <button class="big" @click="card = 'note'">Note</button>
          <button v-if="now" class="big" @click="card = 'wrong'">It went wrong</button>
          <button class="big" :class="{ main: !now }" @click="easel.press({ action: 'end_session' })">
            End
          </button>
        </div>
      </div>
    </div>
    <div v-else-if="found" class="cards">
      <EndCard v-if="found.end" :end="found.end" />
      <StartCard :shown="found" />
    </div>
    <p v-else role="status" class="say">Setting the easel up…</p>
    <NoteCard v-if="card === 'note'" :number="now?.number ?? null" @close="card = null" />
    <WentWrong v-if="card === 'wrong' && now" :now="now" :films="found?.films ?? []" @close="card = null" />

    <template #margin>
      <template v-if="found && running">
        <section class="bells" aria-label="Clock and light">
          <h2>
            {{ sessionLeft > 0 ? `${sessionLeft} min of this session left` : `${-sessionLeft} min over` }}
          </h2>
          <p>
            Begun {{ found.began_said }}; painted for {{ found.painted_min }} min.
            {{ found.air_said }}
          </p>
          <button
            v-if="sessionLeft <= 5"
            class="do"
            @click="easel.press({ action: 'more_time', minutes: 10 })"
          >
            10 min more
          </button>
          <p v-if="found.light_said">{{ found.light_said }}</p>
          <p v-if="found.step_back_said" :class="{ due: bellDue }" role="status">
            {{ found.step_back_said }}
          </p>
          <p v-if="found.rest_min" :class="{ due: found.rest_min <= found.now_min }">
            {{
              found.rest_min <= found.now_min
                ? `${found.unbroken_min} min without a break: put the brush down for five.`
                : `A break is due in ${found.rest_min - found.now_min} min.`
            }}
          </p>
          <p v-if="found.shade_min">
            It is hot: shade and water{{
              found.shade_min > found.now_min ? ` in ${found.shade_min - found.now_min} min` : " now"
            }}.
          </p>
          <label class="sound"><input v-model="sound" type="checkbox" /> ring a bell for it</label>
        </section>
        <section v-if="found.wet_only.length" aria-label="While it is wet">
          <h2>While it is wet</h2>
          <p v-for="each in found.wet_only" :key="each.number">
            {{ each.said }}:
            <template v-if="each.late"
              >too late, it sets.
              <button class="do" @click="easel.press({ action: 'make_dry', number: each.number })">
                Do it on dry paint
              </button></template
            ><template v-else
              >{{ Math.max(0, Math.round(each.until - found.now_min - easel.since)) }} min left.</template
            >
          </p>
        </section>
        <section v-if="found.waits.length" aria-label="While waiting">
          <h2>While waiting</h2>
          <p v-for="each in found.waits" :key="each">{{ each }}</p>
        </section>
      </template>
      <FilmsNow v-if="found?.films.length" :films="found.films" />
    </template>
  </StageLayout>
</template>

<style scoped>
.easel {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(220px, 30%);
  grid-template-rows: minmax(0, 1fr) auto auto;
  gap: 10px 24px;
  min-height: 100%;
  align-content: start;
}
.picture .pile {
  position: relative;
  display: grid;
}
.picture img {
  grid-area: 1 / 1;
  width: 100%;
  max-height: 52vh;
  object-fit: contain;
  object-position: left top;
}
figcaption {
  display: flex;
  gap: 18px;
}
.now {
  display: grid;
  gap: 8px;
  align-content: start;
}
.now h1 {
  font-size: 36px;
  line-height: 1.02;
}
.left {
  font-size: 24px;
  font-weight: 500;
}
.left b {
  font-size: 76px;
  line-height: 0.9;
  font-weight: 700;
}
.left.over b {
  text-decoration: underline;
  text-decoration-thickness: 4px;
}
.mix {
  display: grid;
  align-content: end;
  min-height: 96px;
  padding: 8px 10px;
  font-size: 17px;
  font-weight: 500;
  border: 1.5px solid var(--line);
}
.wanted {
  display: grid;
  align-content: start;
}
.tick {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 56px;
  border-bottom: 1px solid var(--hair);
  font-size: 18px;
  text-align: left;
}
.tick i {
  flex: none;
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border: 2px solid var(--line);
  font-style: normal;
  font-weight: 700;
}
.tick[aria-checked="true"] i {
  background: var(--ink);
  color: var(--ground);
}
.then {
  display: grid;
  gap: 6px;
  align-content: start;
  font-size: 18px;
}
.then li + li {
  color: var(--ink2);
}
.then.alone {
  grid-column: 1 / -1;
}
.whole {
  display: inline-block;
}
.lean {
  font-size: 17px;
}
.none {
  grid-column: 1 / -1;
  max-width: 44ch;
  font-size: 18px;
}
.deeds {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 4fr);
  gap: 10px;
  padding: 6px 0 4px;
}
.first,
.more {
  display: flex;
  gap: 10px;
}
.big {
  display: grid;
  place-items: center;
  flex: 1 1 84px;
  min-height: 76px;
  padding: 4px 10px;
  border: 2px solid var(--line);
  font-size: 21px;
  font-weight: 700;
  line-height: 1.05;
  text-align: center;
  cursor: pointer;
}
.big.main {
  flex: 3 1 220px;
  background: var(--ink);
  color: var(--ground);
  font-size: 25px;
}
.big:disabled {
  background: none;
  color: var(--ink2);
  border-style: dashed;
  cursor: default;
}
.bells,
section[aria-label="While it is wet"],
section[aria-label="While waiting"] {
  display: grid;
  gap: 4px;
  margin-bottom: 14px;
}
.due {
  font-weight: 700;
  border-left: 6px solid var(--line);
  padding-left: 8px;
}
.sound {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 34px;
}
.cards {
  display: grid;
  gap: 22px;
  max-width: 880px;
}
@media (max-width: 900px) {
  .easel {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: none;
  }
  /* The minutes are read first; the picture comes after them. */
  .now {
    order: -1;
    gap: 4px;
  }
  .picture img {
    max-height: 34vh;
  }
  .now h1 {
    font-size: 28px;
  }
  .left b {
    font-size: 66px;
  }
  .mix {
    min-height: 64px;
  }
  .deeds {
    display: contents;
  }
  .first {
    position: sticky;
    bottom: 46px;
    padding: 6px 0;
    background: var(--ground);
    order: 9;
    z-index: 2;
  }
  .more {
    order: 10;
  }
  .big {
    min-width: 56px;
    font-size: 19px;
  }
}
</style>
