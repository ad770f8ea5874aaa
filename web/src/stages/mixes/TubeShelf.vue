<script setup lang="ts">
/** The tubes on the palette: masstone running into tint, what each is for, and which stay in the box. */
import NumberField from "@/fields/NumberField.vue";
import { ref } from "vue";
import type { Change } from "@/api/client";
import { useTable } from "@/api/store";
import AddTubes from "./AddTubes.vue";
import ReadTube from "./ReadTube.vue";
import type { Tube } from "./mixes";
import { vRoving } from "@/look/roving";

defineProps<{
  /** The tubes of the palette, in order. */
  tubes: Tube[];
}>();
const table = useTable();
const adding = ref(false);
const looked = ref(0);
const reading = ref(0);

/** Sets one fact of a tube; an emptied field is not known. */
function set(tube: Tube, field: "price" | "ml" | "opacity", value: number | string | null): void {
  void table.change({ action: "set_tube", tube: tube.number, [field]: value } as Change);
}
function facts(tube: Tube): string {
  return [
    tube.role,
    tube.warmth === "neutral" ? "" : tube.warmth,
    tube.opacity_said,
    tube.stains,
    tube.dries ? `dries ${tube.dries}` : "",
    tube.strong ? "strong" : "",
  ]
    .filter(Boolean)
    .join(", ");
}
</script>

<template>
  <section aria-label="The palette">
    <ul v-roving="'li > button, li > .tube'" class="tubes">
      <li v-for="tube in tubes" :key="tube.number" :class="{ barred: tube.barred }">
        <button
          class="tube"
          :aria-expanded="looked === tube.number"
          @click="looked = looked === tube.number ? 0 : tube.number"
        >
          <span
            class="paint"
            :style="{ background: `linear-gradient(90deg, ${tube.colour} 45%, ${tube.tint ?? tube.colour})` }"
          />
          <b>{{ tube.name }}</b>
          <span>{{ tube.barred ? "in the box" : tube.pigment }}</span>
        </button>
      </li>
      <li>
        <button class="tube more" @click="adding = true"><span class="paint" /><b>Add tubes</b></button>
      </li>
    </ul>
    <template v-for="tube in tubes" :key="tube.number">
      <div v-if="looked === tube.number" class="facts">
        <p>
          <b>{{ tube.name }}</b>: {{ facts(tube) }}. In {{ tube.recipes }}
          {{ tube.recipes === 1 ? "recipe" : "recipes"
          }}<template v-if="tube.used_ml">, about {{ tube.used_ml }} ml in all</template>.
          {{
            tube.colour_from === "memory"
              ? "Its colour is from memory, until your own swatch replaces it."
              : `Its colour is your own swatch's, give or take ${tube.uncertainty}.`
          }}
        </p>
        <p v-if="tube.hazard">{{ tube.hazard }} The label and the safety data sheet come first.</p>
        <p class="sentence">
          <label
            >Price
            <NumberField :min="0" :step="0.01" :model-value="tube.price" @change="set(tube, 'price', $event)"
          /></label>
          for
          <label
            ><NumberField :min="0.1" :step="1" :model-value="tube.ml" @change="set(tube, 'ml', $event)" />
            ml</label
          >,
          <label
            ><span class="hidden-label">Opacity</span
            ><select
              class="field"
              :value="tube.opacity"
              @change="set(tube, 'opacity', ($event.target as HTMLSelectElement).value)"
            >
              <option value="T">transparent</option>
              <option value="ST">semi-transparent</option>
              <option value="SO">semi-opaque</option>
              <option value="O">opaque</option>
            </select></label
          ><template v-if="tube.cost_said">: {{ tube.cost_said }}</template>
        </p>
        <div class="deeds">
          <button class="do" @click="reading = tube.number">Read it from a photo</button>
          <button
            class="do"
            :aria-pressed="tube.barred"
            @click="table.change({ action: 'set_tube', tube: tube.number, barred: !tube.barred })"
          >
            {{ tube.barred ? "Take it out of the box" : "Leave it in the box" }}
          </button>
          <button class="do quiet" @click="table.change({ action: 'remove_tube', tube: tube.number })">
            Delete it from the palette
          </button>
        </div>
      </div>
    </template>
    <template v-for="tube in tubes" :key="tube.number">
      <ReadTube
        v-if="reading === tube.number"
        :model-value="true"
        :tube="tube"
        @update:model-value="reading = 0"
      />
    </template>
    <AddTubes v-model="adding" :tubes="tubes" />
  </section>
</template>

<style scoped>
.tubes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(76px, 1fr));
  gap: 8px;
}
.tube {
  display: grid;
  width: 100%;
  text-align: left;
  align-content: start;
  overflow-wrap: break-word;
  font-size: 15px;
  line-height: 1.2;
}
.paint {
  height: 34px;
  margin-bottom: 3px;
  border: 1.5px solid var(--line);
}
.tube[aria-expanded="true"] .paint {
  box-shadow: 0 4px 0 var(--line);
}
.barred .paint {
  border-style: dashed;
  opacity: 0.35;
}
.more .paint {
  border-style: dashed;
}
.facts {
  margin-top: 10px;
  padding: 8px 12px;
  background: var(--sheet);
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 6px;
}
@media (max-width: 900px) {
  .tubes {
    grid-template-columns: none;
    grid-auto-flow: column;
    grid-auto-columns: 84px;
    overflow-x: auto;
  }
}
</style>
