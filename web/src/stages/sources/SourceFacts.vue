<script setup lang="ts">
/** What is known of one source: what it is, what for, whose, where one stood, where the light came from. */
import { computed, reactive, watch } from "vue";
import type { Source } from "@/api/client";
import { useTable } from "@/api/store";
import TickList from "@/frame/TickList.vue";
import { saidLight } from "./tools";
import { vRoving } from "@/look/roving";

const props = defineProps<{
  /** The source. */
  source: Source;
}>();
const emit = defineEmits<{ pick: [number: number] }>();
const table = useTable();
const FIELDS = ["name", "purpose", "maker", "permission", "standing", "access"] as const;
const KINDS = ["photo", "page", "sketch", "study", "painting"] as const;
const said = reactive({ name: "", purpose: "", maker: "", permission: "", standing: "", access: "" });
watch(
  () => FIELDS.map((field) => props.source[field]),
  (now, before) => {
    // What is being typed elsewhere stays.
    FIELDS.forEach((field, at) => {
      if (!before || now[at] !== before[at]) said[field] = now[at] ?? "";
    });
  },
  { immediate: true },
);
const PURPOSES = ["whole scene", "an element", "light", "texture"];
const others = computed(
  () => table.painting?.sources.filter((each) => each.number !== props.source.number) ?? [],
);
const chain = computed(() =>
  props.source.lineage
    .map((number) => table.painting?.sources.find((each) => each.number === number))
    .filter((each) => each !== undefined),
);

async function keep(): Promise<void> {
  const changed = FIELDS.filter((field) => said[field] !== props.source[field]);
  if (!changed.length) return;
  const words = Object.fromEntries(changed.map((field) => [field, said[field]]));
  await table.change({ action: "set_source", source: props.source.number, ...words });
}
function share(): void {
  const shared = props.source.place?.shared ?? false;
  void table.change({ action: "set_source", source: props.source.number, place_shared: !shared });
}
function beware(dangers: string[]): void {
  void table.change({
    action: "set_source",
    source: props.source.number,
    dangers: dangers as Source["dangers"],
  });
}
function link(event: Event): void {
  const from = Number((event.target as HTMLSelectElement).value);
  void table.change({ action: "link_source", source: props.source.number, made_from: from || null });
}
function become(event: Event): void {
  const kind = (event.target as HTMLSelectElement).value as Source["kind"];
  void table.change({ action: "set_source", source: props.source.number, kind });
}
</script>

<template>
  <div class="facts paper">
    <label
      ><span class="hidden-label">Name of the photo</span
      ><input v-model="said.name" class="field name" maxlength="60" @change="keep"
    /></label>
    <p>
      A
      <select class="field" :value="source.kind" aria-label="What it is" @change="become">
        <option v-for="each in KINDS" :key="each" :value="each">
          {{ each === "page" ? "sketch page" : each }}
        </option>
      </select>
      for
      <label
        ><span class="hidden-label">What it is for</span
        ><input
          v-model="said.purpose"
          class="field"
          list="purposes"
          maxlength="60"
          size="10"
          placeholder="..."
          @change="keep" /></label
      >, by
      <label
        ><span class="hidden-label">Who made it</span
        ><input v-model="said.maker" class="field" maxlength="60" size="6" placeholder="me" @change="keep"
      /></label>
      <template v-if="said.maker">
        , with
        <label
          ><span class="hidden-label">By which permission</span
          ><input
            v-model="said.permission"
            class="field"
            maxlength="240"
            size="12"
            placeholder="no permission noted"
            @change="keep"
        /></label>
      </template>
      <datalist id="purposes"><option v-for="each in PURPOSES" :key="each" :value="each" /></datalist>
    </p>
    <p v-if="others.length">
      made from
      <select class="field" :value="source.made_from ?? 0" aria-label="Made from" @change="link">
        <option :value="0">nothing here</option>
        <option v-for="each in others" :key="each.number" :value="each.number">{{ each.name }}</option>
      </select>
    </p>
    <p v-if="chain.length > 1" v-roving class="chain">
      <template v-for="(each, at) in chain" :key="each.number">
        <template v-if="at"> → </template>
        <button class="do quiet" :disabled="each.number === source.number" @click="emit('pick', each.number)">
          {{ each.name }}
        </button>
      </template>
    </p>
    <p>
      {{
        source.light_deg === null ? "Light: not said." : `Light comes from ${saidLight(source.light_deg)}.`
      }}
      <button
        v-if="source.light_deg !== null"
        class="do quiet"
        @click="table.change({ action: 'set_light', source: source.number, light_deg: null })"
      >
        Forget it
      </button>
    </p>
    <p>
      <label
        >Standing point
        <input
          v-model="said.standing"
          class="field long"
          maxlength="240"
          placeholder="where one stands"
          @change="keep"
      /></label>
    </p>
    <p>
      <label
        >Access and safety
        <input
          v-model="said.access"
          class="field long"
          maxlength="240"
          placeholder="tide, ground, hours"
          @change="keep"
      /></label>
    </p>
    <TickList
      v-if="table.choices"
      label="Dangers there"
      :choices="table.choices.dangers"
      :model-value="source.dangers"
      @update:model-value="beware"
    />
    <ul v-if="source.cautions.length" class="cautions">
      <li v-for="each in source.cautions" :key="each">{{ each }}</li>
    </ul>
    <p v-if="source.taken_said">Taken {{ source.taken_said }}.</p>
    <p v-if="source.sun_said">{{ source.sun_said }}</p>
    <p v-if="source.lens">{{ source.lens }}.</p>
    <p>{{ source.width_px }} x {{ source.height_px }} pixels, {{ source.format }}.</p>
    <p v-if="source.place">
      Place: {{ source.place.latitude.toFixed(4) }}°, {{ source.place.longitude.toFixed(4) }}°,
      {{ source.place.shared ? "may go out with prints and files" : "private, shown to you alone" }}.
      <button class="do quiet" @click="share">
        {{ source.place.shared ? "Keep it private" : "Let it go out" }}
      </button>
    </p>
    <p v-if="source.remark" class="say">{{ source.remark }}</p>
    <div class="deeds">
      <button
        v-if="!source.main"
        class="do"
        @click="table.change({ action: 'set_main_source', source: source.number })"
      >
        Mark the planes on this one
      </button>
      <a
        class="do"
        target="_blank"
        :href="`/api/paintings/${table.painting?.id}/sources/${source.number}/card.pdf`"
        >Print its card</a
      >
      <button class="do quiet" @click="table.change({ action: 'remove_source', source: source.number })">
        Delete
      </button>
    </div>
  </div>
</template>

<style scoped>
.facts {
  padding: 10px 12px;
  font-size: 15px;
  line-height: 1.5;
}
.name {
  font-weight: 700;
  width: 100%;
}
.long {
  width: 100%;
}
.cautions {
  padding-left: 1.1em;
  list-style: square;
}
.chain .do {
  min-height: 0;
  padding: 0;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  margin-top: 8px;
}
</style>
