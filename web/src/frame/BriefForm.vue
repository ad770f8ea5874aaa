<script setup lang="ts">
/** What the painter wants: title, main idea, medium, support, ground, school of order. */
import NumberField from "@/fields/NumberField.vue";
import { computed, onMounted, reactive, ref, watch } from "vue";
import type { Begin, Brief, Choices } from "@/api/client";
import DayField from "@/fields/DayField.vue";

const props = defineProps<{
  /** What can be chosen. */
  choices: Choices;
  /** The brief as it stands; a new one where left out. */
  start?: Begin;
  /** The brief of a painting that is there: how one works is asked of it. */
  painting?: Brief;
  /** What a new painting begins with. */
  usual?: Begin | null;
  /** What the button says. */
  label: string;
}>();
const emit = defineEmits<{ done: [brief: Begin, work: Work | null]; cancel: [] }>();
const CM_PER_INCH = 2.54;
/** Sides taken, by their field of the brief, and the day of return. */
type Work = Record<string, string | null>;

const begin = props.start ?? props.usual;
const form = reactive({
  title: props.start?.title ?? "",
  idea: props.start?.idea ?? "",
  medium: begin?.medium ?? "acrylic",
  support: begin?.support ?? "board",
  unit: begin?.unit ?? "cm",
  width: 0,
  height: 0,
  ground: begin?.ground ?? "white",
  school: props.start?.school ?? "",
  taken: { ...props.painting?.taken } as Record<string, string>,
  return_on: props.painting?.return_on?.slice(0, 10) ?? "",
});
/** What a painter of the medium mostly begins on and how; offered when the medium is changed. */
const medium = computed(() => props.choices.media.find((each) => each.key === form.medium));
const offered = computed(() => {
  const usual = medium.value;
  if (!usual || !props.start || form.medium === props.start.medium) return "";
  const ground = props.choices.grounds.find((each) => each.key === usual.ground)?.name.toLowerCase();
  const school = props.choices.schools.find((each) => each.key === usual.school)?.name.toLowerCase();
  const same = form.school === usual.school && form.ground === usual.ground && form.support === usual.support;
  return same ? "" : `${usual.name} mostly goes ${school}, on ${usual.support}, on a ${ground} ground.`;
});
function takeUsual(): void {
  const usual = medium.value;
  if (usual) Object.assign(form, { school: usual.school, ground: usual.ground, support: usual.support });
}

const title = ref<HTMLInputElement | null>(null);
// A dialog takes the focus when it opens: the title takes it back.
onMounted(() => window.setTimeout(() => title.value?.focus(), 60));

function shown(cm: number): number {
  return form.unit === "in" ? Math.round((cm / CM_PER_INCH) * 16) / 16 : Math.round(cm * 10) / 10;
}
form.width = shown(begin?.width_cm ?? 30.5);
form.height = shown(begin?.height_cm ?? 22.9);

watch(
  () => form.unit,
  (unit) => {
    const factor = unit === "in" ? 1 / CM_PER_INCH : CM_PER_INCH;
    form.width = Math.round(form.width * factor * 16) / 16;
    form.height = Math.round(form.height * factor * 16) / 16;
    if (unit === "cm") {
      form.width = Math.round(form.width * 10) / 10;
      form.height = Math.round(form.height * 10) / 10;
    }
  },
);

const schoolSaid = computed(() => props.choices.schools.find((each) => each.key === form.school)?.said ?? "");

function finish(): void {
  const factor = form.unit === "in" ? CM_PER_INCH : 1;
  const cm = (side: number) => Math.round(side * factor * 100) / 100;
  // A size that was not touched keeps its exact length: what is shown is rounded.
  const same = (side: number, was: number | undefined) => was !== undefined && shown(was) === side;
  const brief = {
    title: form.title,
    idea: form.idea,
    medium: form.medium,
    support: form.support,
    width_cm: same(form.width, props.start?.width_cm) ? (props.start?.width_cm ?? 0) : cm(form.width),
    height_cm: same(form.height, props.start?.height_cm) ? (props.start?.height_cm ?? 0) : cm(form.height),
    unit: form.unit,
    ground: form.ground,
    school: form.school || null,
  };
  emit("done", brief, props.painting ? { ...form.taken, return_on: form.return_on || null } : null);
}
</script>

<template>
  <form class="brief" @submit.prevent="finish">
    <label class="wide"
      >Title
      <input ref="title" v-model="form.title" class="field title" required maxlength="120" />
    </label>
    <label class="wide"
      >What is it about? One sentence, one focus.
      <textarea v-model="form.idea" class="field say" rows="2" maxlength="300"></textarea>
    </label>
    <p class="sentence">
      <label
        ><span class="hidden-label">Medium</span>
        <select v-model="form.medium" class="field">
          <option v-for="each in choices.media" :key="each.key" :value="each.key">{{ each.name }}</option>
        </select>
      </label>
      on
      <label
        ><span class="hidden-label">Support</span
        ><input v-model="form.support" class="field" size="9" required maxlength="40"
      /></label>
      <label
        ><span class="hidden-label">Width</span><NumberField v-model="form.width" :min="0.5" required
      /></label>
      x
      <label
        ><span class="hidden-label">Height</span><NumberField v-model="form.height" :min="0.5" required
      /></label>
      <label
        ><span class="hidden-label">Unit</span>
        <select v-model="form.unit" class="field">
          <option value="cm">cm</option>
          <option value="in">inches</option>
        </select> </label
      >, on a
      <label
        ><span class="hidden-label">Ground</span>
        <select v-model="form.ground" class="field">
          <option v-for="each in choices.grounds" :key="each.key" :value="each.key">
            {{ each.name.toLowerCase() }}
          </option>
        </select>
      </label>
      ground, in the order
      <label
        ><span class="hidden-label">School of order</span>
        <select v-model="form.school" class="field">
          <option v-if="!start" value="">usual for the medium</option>
          <option v-for="each in choices.schools" :key="each.key" :value="each.key">
            {{ each.name.toLowerCase() }}
          </option>
        </select> </label
      >.
    </p>
    <p v-if="schoolSaid" class="say">{{ schoolSaid }}</p>
    <p v-if="offered">
      {{ offered }} <button type="button" class="do quiet" @click="takeUsual">Take these</button>
    </p>
    <details v-if="painting" class="work">
      <summary>How you work: where painters differ, your side is planned</summary>
      <div class="sides">
        <label v-for="each in choices.questions" :key="each.field"
          >{{ each.asks }}
          <select v-model="form.taken[each.field]" class="field">
            <option value="">{{ each.usual }}</option>
            <option v-for="side in each.sides" :key="side.key" :value="side.key">{{ side.name }}</option>
          </select>
          <span class="say">{{
            each.sides.find((side) => side.key === form.taken[each.field])?.changes
          }}</span>
        </label>
        <p v-if="form.taken.rest_or_go === 'rest'">
          Look at it again on <DayField v-model="form.return_on" label="Look at it again on" />
        </p>
      </div>
    </details>
    <div class="deeds">
      <button class="do main" type="submit">{{ label }}</button>
      <button class="do quiet" type="button" @click="emit('cancel')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.brief {
  display: grid;
  gap: 14px;
}
.wide {
  display: grid;
  gap: 2px;
  color: var(--ink2);
}
.title {
  font:
    500 22px/1.2 "Alegreya",
    serif;
}
textarea.say {
  font:
    italic 400 17px/1.3 "Alegreya",
    serif;
  resize: vertical;
}
.sentence {
  line-height: 2.1;
  font-size: 16px;
}
.sides {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 10px 18px;
  padding-top: 8px;
}
.sides label {
  display: grid;
  gap: 2px;
  align-content: start;
}
.work summary {
  cursor: pointer;
  min-height: 28px;
}
.deeds {
  display: flex;
  gap: 12px;
}
</style>
