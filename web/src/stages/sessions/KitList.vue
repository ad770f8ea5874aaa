<script setup lang="ts">
/** What to take along to the next session, to be ticked while packing. */
import { computed, ref, watch } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useTable } from "@/api/store";
import FoldedPart from "@/frame/FoldedPart.vue";

const emit = defineEmits<{ print: [] }>();
const table = useTable();
const kit = ref<Schemas["KitView"] | null>(null);
const own = ref("");
const session = computed(() => table.painting?.work.sessions.find((each) => !each.over) ?? null);
watch(
  () => [table.painting?.mark, session.value?.number] as const,
  async () => {
    const painting = table.painting;
    if (!painting || !session.value) {
      kit.value = null;
      return;
    }
    const params = { path: { painting_id: painting.id }, query: { session: session.value.number } };
    kit.value = await content(client.GET("/api/paintings/{painting_id}/kit", { params })).catch(() => null);
  },
  { immediate: true },
);
function tick(item: Schemas["KitItemView"], event: Event): void {
  const packed = (event.target as HTMLInputElement).checked;
  if (kit.value) void table.change({ action: "pack", session: kit.value.session, item: item.key, packed });
}
async function add(): Promise<void> {
  const name = own.value.trim();
  if (kit.value && name && (await table.change({ action: "add_to_kit", session: kit.value.session, name })))
    own.value = "";
}
</script>

<template>
  <FoldedPart v-if="kit" title="What to take along" :said="kit.said">
    <section v-for="group in kit.groups" :key="group.title" :aria-label="group.title">
      <h3>{{ group.title }}</h3>
      <ul>
        <li v-for="item in group.items" :key="item.key">
          <label
            ><input type="checkbox" :checked="item.packed" @change="tick(item, $event)" />
            <span :class="{ packed: item.packed }"
              >{{ item.name }}<em v-if="item.why"> {{ item.why }}</em></span
            ></label
          >
          <button
            v-if="item.own"
            class="do quiet"
            @click="table.change({ action: 'take_off_kit', session: kit.session, name: item.name })"
          >
            Delete<span class="hidden-label"> {{ item.name }}</span>
          </button>
        </li>
      </ul>
    </section>
    <form @submit.prevent="add">
      <label
        >Also <input v-model="own" class="field" maxlength="80" size="16" placeholder="your own"
      /></label>
      <button class="do quiet" :disabled="!own.trim()">Add</button>
      <button type="button" class="do quiet" @click="emit('print')">Print the list</button>
    </form>
  </FoldedPart>
</template>

<style scoped>
h3 {
  margin: 8px 0 2px;
  font:
    700 15px/1.2 "Alegreya Sans",
    sans-serif;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
li label {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 8px;
  align-items: start;
  padding: 3px 0;
}
input[type="checkbox"] {
  width: 18px;
  height: 18px;
  margin-top: 1px;
  accent-color: var(--ink);
}
em {
  margin-left: 0.3em;
  color: var(--ink2);
}
.packed {
  color: var(--ink2);
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin-top: 8px;
}
@media (max-width: 900px), (pointer: coarse) {
  li label {
    min-height: 44px;
    align-items: center;
  }
}
</style>
