<script setup lang="ts">
/** A day: typed as one says it, or chosen on a calendar; written one way everywhere. */
import { computed, ref, watch } from "vue";
import { useTable } from "@/api/store";
import { readDay, sayDay } from "./days";

const day = defineModel<string>({ required: true });
const props = defineProps<{
  /** What the day is for. */
  label: string;
  /** Whether there has to be one. */
  required?: boolean;
}>();
const table = useTable();
const open = ref(false);
const typed = ref(sayDay(day.value));
const field = ref<HTMLInputElement | null>(null);
watch(day, (now) => (typed.value = sayDay(now)));

const today = computed(() => {
  const minute = table.painting?.work.now_min;
  return (minute === undefined ? new Date() : new Date(minute * 60000)).toISOString().slice(0, 10);
});
/** Why what stands there is no day, said by the field itself. */
function complain(said: string): void {
  field.value?.setCustomValidity(said);
}
function take(): void {
  const text = typed.value.trim();
  const read = text === "" && !props.required ? "" : readDay(text, today.value);
  if (read === null) {
    complain("No day of the calendar. Write it as 29 November 2026, or choose it on the calendar.");
    field.value?.reportValidity();
    return;
  }
  complain("");
  typed.value = sayDay(read);
  if (read !== day.value) day.value = read;
}
/** The calendar's day is local midnight: its own figures count, not the time zone's. */
const picked = computed({
  get: () => (day.value ? new Date(`${day.value}T00:00`) : null),
  set: (chosen) => {
    if (!(chosen instanceof Date)) return;
    const two = (figure: number): string => String(figure).padStart(2, "0");
    complain("");
    day.value = `${chosen.getFullYear()}-${two(chosen.getMonth() + 1)}-${two(chosen.getDate())}`;
    open.value = false;
    field.value?.focus();
  },
});
const shown = computed(() => new Date(`${day.value || today.value}T00:00`));
</script>

<template>
  <span class="day">
    <label
      ><span class="hidden-label">{{ label }}</span
      ><input
        ref="field"
        v-model="typed"
        class="field"
        :required="required"
        :placeholder="required ? '' : 'no day yet'"
        autocomplete="off"
        maxlength="24"
        size="17"
        @input="complain('')"
        @change="take"
    /></label>
    <v-menu v-model="open" :close-on-content-click="false" location="bottom end">
      <template #activator="{ props: opens }">
        <button v-bind="opens" type="button" class="calendar">
          <span class="hidden-label">{{ label }}: the calendar</span>
          <svg viewBox="0 0 18 18" width="18" height="18" aria-hidden="true">
            <path
              d="M2 4h14v12H2zM2 8h14M6 2v4M12 2v4"
              fill="none"
              stroke="currentColor"
              stroke-width="1.5"
            />
          </svg>
        </button>
      </template>
      <v-date-picker
        v-model="picked"
        :month="shown.getMonth()"
        :year="shown.getFullYear()"
        :first-day-of-week="1"
        hide-header
        show-adjacent-months
        class="picker"
      >
        <template #controls="{ monthYearText, prevMonth, nextMonth, openMonths }">
          <div class="turns">
            <button type="button" class="do quiet" @click="prevMonth">
              ← <span class="hidden-label">Month before</span>
            </button>
            <button type="button" class="do quiet" @click="openMonths">{{ monthYearText }}</button>
            <button type="button" class="do quiet" @click="nextMonth">
              <span class="hidden-label">Month after</span> →
            </button>
          </div>
        </template>
      </v-date-picker>
    </v-menu>
  </span>
</template>

<style scoped>
.day {
  display: inline-flex;
  align-items: center;
  white-space: nowrap;
}
.turns {
  display: flex;
  justify-content: space-between;
  width: 100%;
  padding: 6px 12px 0;
}
.turns .do {
  color: var(--paper-ink);
}
.calendar {
  display: inline-grid;
  place-items: center;
  min-width: 28px;
  min-height: 28px;
}
@media (max-width: 900px), (pointer: coarse) {
  .calendar {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
