<script setup lang="ts">
/** Usual tubes to put on the palette, and one of one's own. */
import { ref, watch } from "vue";
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
const wanted = ref<string[]>([]);
type BoxTube = Schemas["BoxTubeView"];
const box = ref<BoxTube[]>([]);
const mine = ref<number[]>([]);
const own = ref("");

watch(open, async (now) => {
  table.inDialog = now;
  if (!now) return;
  wanted.value = [];
  mine.value = [];
  const path = { painting_id: table.painting?.id ?? 0 };
  const known: unknown = await content(
    client.GET("/api/paintings/{painting_id}/paint-box", { params: { path } }),
  ).catch(() => []);
  box.value = known as BoxTube[];
  own.value = "";
  if (!usual.value.length) usual.value = await content(client.GET("/api/pigments")).catch(() => []);
});
function there(pigment: string): boolean {
  return props.tubes.some((each) => each.pigment === pigment);
}
function named(name: string): boolean {
  return props.tubes.some((each) => each.name.toLowerCase() === name.toLowerCase());
}
async function add(): Promise<void> {
  let went = true;
  for (const each of box.value.filter((_, at) => mine.value.includes(at))) {
    const known = Object.fromEntries(
      Object.entries(each.tube).filter(([name]) => name !== "number" && name !== "barred"),
    );
    went = went && (await table.change({ action: "add_tube", ...known } as Change));
  }
  if (went && wanted.value.length) went = await table.change({ action: "add_tubes", pigments: wanted.value });
  if (went && own.value.trim()) went = await table.change({ action: "add_tube", name: own.value.trim() });
  if (went) open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" width="640" aria-label="Add tubes">
    <form class="sheet" @submit.prevent="add">
      <h1>Add tubes</h1>
      <NoticeLine :problem="table.problem" @close="table.problem = null" />
      <template v-if="box.length">
        <h2>From your other paintings</h2>
        <ul>
          <li v-for="(each, at) in box" :key="at">
            <label>
              <input v-model="mine" type="checkbox" :value="at" :disabled="named(each.tube.name)" />
              <span
                class="paint"
                :style="{
                  background: `linear-gradient(90deg, ${each.colour} 45%, ${each.tint ?? each.colour})`,
                }"
              />
              <span
                ><b>{{ each.tube.name }}</b> {{ each.tube.pigment }}<br />{{ each.tube.paint }}, from
                {{ each.painting }}{{ named(each.tube.name) ? ", on the palette" : "" }}</span
              >
            </label>
          </li>
        </ul>
        <h2>Usual tubes</h2>
      </template>
      <p>
        Usual tubes by Colour Index name. Their colours are from memory: labels differ, and your swatches
        count.
      </p>
      <ul>
        <li v-for="each in usual" :key="each.pigment">
          <label>
            <input v-model="wanted" type="checkbox" :value="each.pigment" :disabled="there(each.pigment)" />
            <span
              class="paint"
              :style="{
                background: `linear-gradient(90deg, ${each.colour} 45%, ${each.tint ?? each.colour})`,
              }"
            />
            <span
              ><b>{{ each.name }}</b> {{ each.pigment }}<br />{{ each.role }}, {{ each.opacity_said
              }}{{ there(each.pigment) ? ", on the palette" : "" }}</span
            >
          </label>
        </li>
      </ul>
      <label class="own"
        >One of your own, by name <input v-model="own" class="field" maxlength="60" placeholder="its name"
      /></label>
      <div class="deeds">
        <button class="do main" type="submit" :disabled="!wanted.length && !mine.length && !own.trim()">
          Add
        </button>
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
