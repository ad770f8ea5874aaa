<script setup lang="ts">
/** Usual tubes to put on the palette, and one of one's own. */
import { computed, ref, watch } from "vue";
import { client, content, type Change, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";
import NoticeLine from "@/frame/NoticeLine.vue";
import type { Tube, UsualTube } from "./mixes";

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  /** The tubes that are on the palette already. */
  tubes: Tube[];
}>();
const table = useTable();
const usual = ref<UsualTube[]>([]);
type BoxTube = Schemas["BoxTubeView"];
const box = ref<BoxTube[]>([]);
const wanted = ref<string[]>([]);
const own = ref("");

/** A tube that can be ticked. */
interface Choice {
  key: string;
  name: string;
  label: string;
  said: string;
  colour: string;
  tint: string | null;
}
const groups = computed<{ title: string; says: string; choices: Choice[] }[]>(() =>
  [
    {
      title: "From your other paintings",
      says: "",
      choices: box.value.map((each, at) => ({
        key: `box ${at}`,
        name: each.tube.name,
        label: each.tube.pigment ?? "",
        said: `${each.tube.paint}, from ${each.painting}`,
        colour: each.colour,
        tint: each.tint,
      })),
    },
    {
      title: "Usual tubes",
      says: "By Colour Index name. Their colours are from memory: labels differ, and your swatches count.",
      choices: usual.value.map((each) => ({
        key: each.pigment,
        name: each.name,
        label: each.label,
        said: `${each.role}, ${each.opacity_said}`,
        colour: each.colour,
        tint: each.tint,
      })),
    },
  ].filter((each) => each.choices.length),
);

watch(open, async (now) => {
  table.inDialog = now;
  if (!now) return;
  wanted.value = [];
  own.value = "";
  const path = { painting_id: table.painting?.id ?? 0 };
  const known: unknown = await content(
    client.GET("/api/paintings/{painting_id}/paint-box", { params: { path } }),
  ).catch(() => []);
  box.value = known as BoxTube[];
  if (!usual.value.length) usual.value = await content(client.GET("/api/pigments")).catch(() => []);
});
function there(name: string): boolean {
  return props.tubes.some((each) => each.name.toLowerCase() === name.toLowerCase());
}
async function add(): Promise<void> {
  let went = true;
  for (const each of box.value.filter((_, at) => wanted.value.includes(`box ${at}`))) {
    const known = Object.fromEntries(
      Object.entries(each.tube).filter(([name]) => name !== "number" && name !== "barred"),
    );
    went = went && (await table.change({ action: "add_tube", ...known } as Change));
  }
  const pigments = usual.value.map((each) => each.pigment).filter((each) => wanted.value.includes(each));
  if (went && pigments.length) went = await table.change({ action: "add_tubes", pigments });
  if (went && own.value.trim()) went = await table.change({ action: "add_tube", name: own.value.trim() });
  if (went) open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" width="640" aria-label="Add tubes">
    <form class="sheet" @submit.prevent="add">
      <h1>Add tubes</h1>
      <NoticeLine :problem="table.problem" @close="table.problem = null" />
      <template v-for="group in groups" :key="group.title">
        <h2>{{ group.title }}</h2>
        <p v-if="group.says">{{ group.says }}</p>
        <ul>
          <li v-for="each in group.choices" :key="each.key">
            <label>
              <input v-model="wanted" type="checkbox" :value="each.key" :disabled="there(each.name)" />
              <span
                class="paint"
                :style="{
                  background: `linear-gradient(90deg, ${each.colour} 45%, ${each.tint ?? each.colour})`,
                }"
              />
              <span
                ><b>{{ each.name }}</b> {{ each.label }}<br />{{ each.said
                }}{{ there(each.name) ? ", on the palette" : "" }}</span
              >
            </label>
          </li>
        </ul>
      </template>
      <label class="own"
        >One of your own, by name <input v-model="own" class="field" maxlength="60" placeholder="its name"
      /></label>
      <div class="deeds">
        <button class="do main" type="submit" :disabled="!wanted.length && !own.trim()">Add</button>
        <button class="do quiet" type="button" @click="open = false">Cancel</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 4px 20px;
  margin: 12px 0;
}
li label {
  display: grid;
  grid-template-columns: 22px 54px 1fr;
  gap: 8px;
  align-items: center;
  min-height: 48px;
  font-size: 15px;
  line-height: 1.2;
}
input[type="checkbox"] {
  width: 20px;
  height: 20px;
  accent-color: var(--ink);
}
.paint {
  height: 30px;
  border: 1.5px solid var(--line);
}
.deeds {
  display: flex;
  gap: 10px;
  margin-top: 14px;
}
</style>
