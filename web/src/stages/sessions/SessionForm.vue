<script setup lang="ts">
/** One painting session: when, how long, where, in what air. */
import NumberField from "@/fields/NumberField.vue";
import { computed, reactive, ref } from "vue";
import type { Session } from "@/api/client";
import { useTable } from "@/api/store";
import MomentField from "@/fields/MomentField.vue";
import NoticeLine from "@/frame/NoticeLine.vue";
import TickList from "@/frame/TickList.vue";

const props = defineProps<{
  /** The session to change, or null for a new one. */
  session: Session | null;
  /** The last session there is, to begin a new one from. */
  last: Session | null;
}>();
const emit = defineEmits<{ close: [] }>();
const table = useTable();

const WINDS: [number, string][] = [
  [0.1, "still air"],
  [2, "a light breeze"],
  [5, "wind"],
];
const SUNS: [number, string][] = [
  [0, "no sun on the panel"],
  [100, "some sun on the panel"],
  [500, "full sun on the panel"],
];

/** Day and hour to begin with: the day after the last session, else tomorrow at nine. */
function firstStart(): string {
  const minute = props.last
    ? props.last.start_min + 1440
    : (Math.floor((table.painting?.work.now_min ?? 0) / 1440) + 1) * 1440 + 540;
  return new Date(minute * 60000).toISOString().slice(0, 16);
}
const form = reactive({
  start: props.session?.start ?? firstStart(),
  minutes: props.session?.minutes ?? 90,
  place: props.session?.place ?? "",
  outdoors: props.session?.outdoors ?? false,
  temperature_c: props.session?.temperature_c ?? 20,
  humidity: props.session?.humidity ?? 50,
  wind_m_s: props.session?.wind_m_s ?? 0.1,
  sun_w_m2: props.session?.sun_w_m2 ?? 0,
  setup_min: props.session?.setup_min ?? props.last?.setup_min ?? 0,
  cleanup_min: props.session?.cleanup_min ?? props.last?.cleanup_min ?? 0,
  sky: props.session?.sky ?? ("" as Session["sky"]),
  hazards: [] as string[],
  dangers: [...(props.session?.dangers ?? props.last?.dangers ?? [])],
  company: [...(props.session?.company ?? props.last?.company ?? [])],
  uses: [...(props.session?.uses ?? props.last?.uses ?? [])],
  unbroken_min: props.session?.unbroken_min ?? (props.session ? 0 : (props.last?.unbroken_min ?? 0)),
});
const hazard = ref((props.session?.hazards ?? []).join("; "));
const winds = computed(() => with_own(WINDS, form.wind_m_s, "m/s of wind"));
const suns = computed(() => with_own(SUNS, form.sun_w_m2, "W/m² of sun"));
function with_own(list: [number, string][], value: number, unit: string): [number, string][] {
  return list.some(([known]) => known === value) ? list : [...list, [value, `${value} ${unit}`]];
}
function moveOut(outdoors: boolean): void {
  form.outdoors = outdoors;
  form.wind_m_s = outdoors ? 2 : 0.1;
  form.sun_w_m2 = outdoors ? 100 : 0;
}

async function keep(): Promise<void> {
  form.hazards = hazard.value
    .split(";")
    .map((each) => each.trim())
    .filter(Boolean);
  const made = props.session
    ? await table.change({ action: "set_session", session: props.session.number, ...form })
    : await table.change({ action: "add_session", ...form });
  if (made) emit("close");
}
async function station(): Promise<void> {
  if (props.session && (await table.change({ action: "take_station_air", session: props.session.number })))
    emit("close");
}
async function remove(): Promise<void> {
  if (props.session && (await table.change({ action: "remove_session", session: props.session.number })))
    emit("close");
}
</script>

<template>
  <form class="session" @submit.prevent="keep">
    <h1>{{ session ? session.name : "New session" }}</h1>
    <NoticeLine :problem="table.problem" @close="table.problem = null" />
    <p class="sentence">
      From <MomentField v-model="form.start" label="Begins" />
      for
      <label
        ><span class="hidden-label">Minutes</span
        ><NumberField v-model="form.minutes" :min="5" :max="720" required
      /></label>
      min,
      <label
        ><span class="hidden-label">Indoors or outdoors</span>
        <select
          class="field"
          :value="String(form.outdoors)"
          @change="moveOut(($event.target as HTMLSelectElement).value === 'true')"
        >
          <option value="false">indoors</option>
          <option value="true">outdoors</option>
        </select>
      </label>
      at
      <label
        ><span class="hidden-label">Place</span
        ><input v-model="form.place" class="field" placeholder="a place" maxlength="60" size="14"
      /></label>
    </p>
    <p class="sentence">
      The air:
      <label
        ><span class="hidden-label">Temperature in °C</span
        ><NumberField v-model="form.temperature_c" required
      /></label>
      °C,
      <label
        ><span class="hidden-label">Humidity in per cent</span><NumberField v-model="form.humidity" required
      /></label>
      % humidity,
      <label
        ><span class="hidden-label">Wind</span>
        <select v-model.number="form.wind_m_s" class="field">
          <option v-for="[value, said] in winds" :key="value" :value="value">{{ said }}</option>
        </select> </label
      >,
      <label
        ><span class="hidden-label">Sun</span>
        <select v-model.number="form.sun_w_m2" class="field">
          <option v-for="[value, said] in suns" :key="value" :value="value">{{ said }}</option>
        </select> </label
      ><template v-if="form.outdoors"
        >,
        <label
          ><span class="hidden-label">Weather</span>
          <select v-model="form.sky" class="field">
            <option v-for="each in table.choices?.skies" :key="each.key" :value="each.key">
              {{ each.name }}
            </option>
          </select>
        </label></template
      >.
    </p>
    <p class="sentence">
      Of that,
      <label
        ><span class="hidden-label">Minutes to set up</span
        ><NumberField v-model="form.setup_min" :min="0" :max="240" required
      /></label>
      min to set up and
      <label
        ><span class="hidden-label">Minutes to clean up</span
        ><NumberField v-model="form.cleanup_min" :min="0" :max="240" required
      /></label>
      to clean up; a break after
      <label
        ><span class="hidden-label">Minutes of painting before a break, 0 for none</span
        ><NumberField v-model="form.unbroken_min" :min="0" :max="240" required
      /></label>
      min of painting{{ form.unbroken_min ? "" : " (0: none)" }}.
    </p>
    <p v-if="session">
      <button type="button" class="do quiet" @click="station">
        {{ form.outdoors ? "Air as the station has it" : "Air as the logger in the room has it" }}
      </button>
      <span class="say">{{
        form.outdoors
          ? "made up for this application, by place and day; it is no forecast"
          : "made up for this application, by day and hour; read your own and type it in"
      }}</span>
    </p>
    <section v-if="table.choices" class="care" aria-label="What to take care of">
      <TickList v-model="form.dangers" label="Dangers there" :choices="table.choices.dangers" />
      <TickList v-model="form.company" label="Near you" :choices="table.choices.company" />
      <TickList v-model="form.uses" label="You use" :choices="table.choices.uses" />
      <label
        >Anything else that is dangerous there
        <input v-model="hazard" class="field long" maxlength="240" placeholder="thin ice, loose dogs"
      /></label>
      <p class="say">
        From these the usual cautions are said before the session and on its sheet. Local rules and official
        warnings come first.
      </p>
    </section>
    <div class="deeds">
      <button class="do main" type="submit">{{ session ? "Keep" : "Add it" }}</button>
      <button v-if="session" class="do" type="button" @click="remove">Delete</button>
      <button class="do quiet" type="button" @click="emit('close')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.session {
  display: grid;
  gap: 12px;
}
.sentence {
  line-height: 2.1;
  font-size: 16px;
}
.care {
  display: grid;
  gap: 4px;
}
.long {
  width: 100%;
}
.deeds {
  display: flex;
  gap: 12px;
}
</style>
