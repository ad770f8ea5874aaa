<script setup lang="ts">
/** What to squeeze out, and how to mix every plane's light, mass and dark. */
import { computed, ref, watch } from "vue";
import { useTable } from "@/api/store";
import type { Schemas } from "@/api/client";
import PrintPreview from "@/frame/PrintPreview.vue";
import { vRoving } from "@/look/roving";
import StageLayout from "../StageLayout.vue";
import BuildFilm from "./BuildFilm.vue";
import MixDetail from "./MixDetail.vue";
import { useMixes, type Part } from "./mixes";
import ReadPage from "./ReadPage.vue";
import StringGrid from "./StringGrid.vue";
import WetDry from "./WetDry.vue";
import TubeShelf from "./TubeShelf.vue";

const table = useTable();
const mixes = useMixes();
const reading = ref(false);
const printing = ref<"sheet" | "plan" | "mixing" | null>(null);
const few = ref<Schemas["FewTubesView"] | null>(null);
const tolerance = ref(4);

watch(
  () => mixes.found,
  () => (few.value = null),
);
function choose(plane: number, part: Part, thing = 0): void {
  table.plane = plane;
  mixes.thing = thing;
  mixes.part = part;
}
const here = computed(() => `/api/paintings/${table.painting?.id}`);
const planes = computed(() => table.painting?.planes ?? []);
const acrylic = computed(() => /^(rewettable_)?acrylic/.test(table.painting?.brief.medium ?? ""));
const driesTo = computed(() => mixes.found?.dries_to ?? "");

async function fewest(): Promise<void> {
  few.value = await mixes.few(tolerance.value);
}
async function bring(): Promise<void> {
  const stay = new Set(few.value?.tubes ?? []);
  for (const tube of mixes.found?.tubes ?? []) {
    const barred = !stay.has(tube.number);
    if (tube.barred !== barred && !(await table.change({ action: "set_tube", tube: tube.number, barred })))
      return;
  }
}
</script>

<template>
  <StageLayout :more="mixes.found?.judgements ?? []">
    <div v-if="planes.length && mixes.found" class="mixes">
      <template v-if="mixes.found.tubes.length">
        <TubeShelf :tubes="mixes.found.tubes" />
        <StringGrid
          :planes="planes"
          :mixes="mixes.found.mixes"
          :plane="table.plane"
          :part="mixes.chosen?.part ?? mixes.part"
          :thing="mixes.chosen?.element ?? 0"
          @choose="choose"
        />
        <BuildFilm />
        <p class="facts">
          <b>{{ mixes.found.total_said }}</b><template v-if="mixes.found.total_said">. </template
          >{{ mixes.found.shift_said }}
          <label v-if="acrylic"
            >Acrylic here
            <select
              class="field"
              :value="driesTo"
              @change="
                table.change({
                  action: 'set_brief',
                  dries_to: ($event.target as HTMLSelectElement).value as '' | 'darker' | 'both',
                })
              "
            >
              <option value="">dries darker, as many hold</option>
              <option value="both">dries: darks lighter, lights darker</option>
            </select>
          </label>
        </p>
        <p v-roving class="facts out">
          <button class="do" @click="reading = true">Read a page of swatches</button>
          <button class="do" @click="printing = 'mixing'">The mixing sheet</button>
          <a class="do quiet" :href="`${here}/palette.gpl`" download>Export the palette (.gpl)</a>
          <a class="do quiet" :href="`${here}/mixes.csv`" download>Export the recipes (.csv)</a>
        </p>
        <WetDry class="facts" :swatches="mixes.found.wet_dry" />
        <details class="facts">
          <summary>To carry as little as possible</summary>
          <p>
            <label
              >Colours may be off by
              <select v-model.number="tolerance" class="field">
                <option :value="2">2, a match</option>
                <option :value="4">4, close</option>
                <option :value="7">7, near</option>
              </select>
            </label>
            <button class="do" @click="fewest">Find the fewest tubes</button>
            <label class="tick"
              ><input
                type="checkbox"
                :checked="mixes.found.few_tubes"
                @change="
                  table.change({
                    action: 'set_brief',
                    few_tubes: ($event.target as HTMLInputElement).checked,
                  })
                "
              />
              simpler recipes, even a little off</label
            >
          </p>
          <p v-if="few">
            {{ few.said }}
            <button class="do quiet" @click="bring">Leave the others in the box</button>
          </p>
        </details>
      </template>
      <div v-else class="empty">
        <h2>What is on your palette?</h2>
        <p>
          A recipe for every plane follows from the tubes you have. Begin with a usual box of nine, and make
          it yours.
        </p>
        <button class="do main" @click="table.change({ action: 'take_usual_box' })">
          Begin with a usual box
        </button>
        <TubeShelf :tubes="[]" />
      </div>
    </div>
    <div v-else-if="planes.length" class="empty"><p role="status" class="say">Mixing…</p></div>
    <div v-else class="empty">
      <h2>First the planes</h2>
      <p>Which colours are wanted follows from the planes and how light each is to be.</p>
      <router-link class="do main" :to="`/paintings/${table.painting?.id}/planes`">To the planes</router-link>
    </div>
    <ReadPage
      v-if="mixes.found"
      v-model="reading"
      :tubes="mixes.found.tubes"
      :transparent="mixes.found.medium_transparent"
    />
    <PrintPreview v-model="printing" />
    <template #margin><MixDetail /></template>
  </StageLayout>
</template>

<style scoped>
.mixes {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  padding-top: 6px;
}
.facts {
  font-size: 15px;
}
.facts p {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: baseline;
  margin-top: 6px;
}
summary {
  min-height: 30px;
  cursor: pointer;
  font-weight: 500;
}
.out {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
.tick {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.tick input {
  width: 18px;
  height: 18px;
  accent-color: var(--ink);
}
</style>
