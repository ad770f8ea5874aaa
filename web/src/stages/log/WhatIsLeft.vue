<script setup lang="ts">
/** What is left: things to mend with a goal, and the sentences by which the painting is finished, one by one. */
import { ref } from "vue";
import PrintPreview from "@/frame/PrintPreview.vue";
import MendForm from "./MendForm.vue";
import { useLog, type Log } from "./log";

defineProps<{
  /** What the log tells. */
  shown: Log;
}>();
const log = useLog();
const criterion = ref("");
const printing = ref<"handover" | null>(null);
/** What is waived just now, and why. */
const waiving = ref<{ kind: "mend" | "criterion"; number: number } | null>(null);
const reason = ref("");

async function addCriterion(): Promise<void> {
  if (!criterion.value.trim()) return;
  if (await log.press({ action: "add_criterion", text: criterion.value })) criterion.value = "";
}
async function settle(
  kind: "mend" | "criterion",
  number: number,
  settled: "" | "done" | "waived",
): Promise<void> {
  const why = settled === "waived" ? reason.value : "";
  const went = await log.press(
    kind === "mend"
      ? { action: "settle_mend", mend: number, settled, reason: why }
      : { action: "settle_criterion", criterion: number, settled, reason: why },
  );
  if (went) {
    waiving.value = null;
    reason.value = "";
  }
}
const LISTS = [
  { kind: "mend", title: "To mend", done: "mended" },
  { kind: "criterion", title: "Finished when", done: "met" },
] as const;
</script>

<template>
  <section v-for="list in LISTS" :key="list.kind" :aria-label="list.title" class="left">
    <h2>{{ list.title }}</h2>
    <ul>
      <li v-for="each in list.kind === 'mend' ? shown.to_mend : shown.criteria" :key="each.number">
        <label
          ><input
            type="checkbox"
            :checked="each.settled === 'done'"
            @change="settle(list.kind, each.number, each.settled === 'done' ? '' : 'done')"
          />
          <span :class="each.settled"
            >{{ each.text
            }}<template v-if="'minutes' in each && each.minutes">, {{ each.minutes }} min at most</template
            ><em v-if="each.reason"> waived: {{ each.reason }}</em></span
          ></label
        >
        <span v-if="!each.settled" class="deeds">
          <button class="do quiet" @click="waiving = { kind: list.kind, number: each.number }">
            Waive<span class="hidden-label"> {{ each.text }}</span>
          </button>
          <button
            class="do quiet"
            @click="
              log.press(
                list.kind === 'mend'
                  ? { action: 'remove_mend', mend: each.number }
                  : { action: 'remove_criterion', criterion: each.number },
              )
            "
          >
            Delete<span class="hidden-label"> {{ each.text }}</span>
          </button>
        </span>
        <button
          v-else-if="each.settled === 'waived'"
          class="do quiet"
          @click="settle(list.kind, each.number, '')"
        >
          Open again
        </button>
        <form
          v-if="waiving?.kind === list.kind && waiving.number === each.number"
          @submit.prevent="settle(list.kind, each.number, 'waived')"
        >
          <label>Why? <input v-model="reason" class="field" maxlength="200" /></label>
          <button class="do" type="submit">Waive it</button>
        </form>
      </li>
    </ul>
    <MendForm v-if="list.kind === 'mend'" />
    <form v-else @submit.prevent="addCriterion">
      <input
        v-model="criterion"
        class="field wide"
        maxlength="200"
        placeholder="The eye goes to the shed first."
        aria-label="A sentence by which it is finished"
      />
      <button class="do" type="submit">Write it down</button>
    </form>
  </section>
  <section class="left" aria-label="Before it is finished">
    <h2>{{ shown.finish.length ? "Before it is finished" : "It is finished" }}</h2>
    <ul>
      <li v-for="each in shown.finish" :key="each">{{ each }}</li>
    </ul>
    <p v-if="shown.varnish_said">{{ shown.varnish_said }}</p>
    <button v-if="!shown.finish.length" class="do" @click="printing = 'handover'">The hand-over sheet</button>
    <PrintPreview v-model="printing" />
  </section>
</template>

<style scoped>
.left {
  margin-bottom: 18px;
}
li > label {
  display: flex;
  gap: 8px;
  align-items: baseline;
  min-height: 30px;
}
.done {
  text-decoration: line-through;
}
.waived {
  text-decoration: line-through dotted;
}
em {
  font-style: italic;
}
.deeds {
  display: flex;
  gap: 14px;
  padding-left: 24px;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin-top: 4px;
}
.wide {
  min-width: 20ch;
}
</style>
