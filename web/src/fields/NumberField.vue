<script setup lang="ts">
/** A number in a sentence: with a point or a comma, by keys or by touch; what was typed is told what is wrong with it, never altered. */
import { ref, watch } from "vue";
import { faultOf, readCommas, type Bounds } from "./numbers";

defineOptions({ inheritAttrs: false });
const number = defineModel<number | null>({ required: true });
const props = defineProps<
  Bounds & {
    /** What one press of an arrow key adds. */
    step?: number;
    /** What it is called where no text beside it says so. */
    label?: string;
  }
>();
const emit = defineEmits<{ change: [number: number | null] }>();
const whole = ref<HTMLElement | null>(null);
// The model comes back by way of the parent, a moment after a change is told.
let latest = number.value;
let told = number.value;
let comma = false;
let edited = false;
watch(number, (now) => {
  if (now !== latest) latest = told = now;
});

function input(): HTMLInputElement | null {
  return whole.value?.querySelector("input") ?? null;
}
function take(typed: number | null): void {
  latest = typed;
  edited = true;
  number.value = typed;
  input()?.setCustomValidity("");
}
/** A comma, or a point after one, is read before the field takes it. */
function type(event: InputEvent): void {
  const field = event.target as HTMLInputElement;
  const data = event.data ?? "";
  if (!data.includes(",") && !(comma && data.includes("."))) return;
  event.preventDefault();
  event.stopPropagation();
  const [from, to] = [field.selectionStart ?? 0, field.selectionEnd ?? 0];
  const read = readCommas(field.value.slice(0, from), data, field.value.slice(to), comma);
  comma = read.comma;
  field.value = read.text;
  field.setSelectionRange(read.caret, read.caret);
  field.dispatchEvent(new Event("input", { bubbles: true }));
}
function typed(): void {
  comma &&= input()?.value.includes(".") ?? false;
}
/** Tell it, or say why it can't be taken. */
function finish(again = false): void {
  const field = input();
  if (!field || (latest === told && !again)) return;
  const fault = faultOf(field.value, latest, comma, props);
  field.setCustomValidity(fault);
  if (fault) {
    field.reportValidity();
    return;
  }
  told = latest;
  emit("change", latest);
}
/** Where the browser saw no change, since it was not typed letter by letter. */
function leave(): void {
  if (!input()?.validationMessage) finish();
  edited = false;
}
/** Arrow keys stop at the bounds. */
function pressed(event: KeyboardEvent): void {
  // Enter sends it again where it was refused.
  if (event.key === "Enter" && edited) finish(true);
  const by = { ArrowUp: props.step ?? 1, ArrowDown: -(props.step ?? 1) }[event.key];
  if (by === undefined || faultOf("", (latest ?? 0) + by, false, props) === "") return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <span
    ref="whole"
    class="number"
    :class="$attrs.class"
    @beforeinput.capture="type"
    @input="typed"
    @change.stop="finish()"
    @focusout="leave"
    @keydown.capture="pressed"
  >
    <v-number-input
      v-bind="{ ...$attrs, class: undefined }"
      :model-value="number"
      :step="step ?? 1"
      :precision="null"
      :required="required"
      :aria-label="label"
      :aria-labelledby="undefined"
      decimal-separator="."
      control-variant="hidden"
      variant="plain"
      hide-details
      single-line
      autocomplete="off"
      inputmode="decimal"
      @update:model-value="take"
    />
  </span>
</template>

<style scoped>
/* As wide as what it holds, on a hairline. */
.number {
  display: inline-block;
  min-width: 2.4em;
  margin-inline: 4px;
  border-bottom: 1.5px solid var(--line);
}
.number :deep(.v-input),
.number :deep(.v-field),
.number :deep(.v-field__field) {
  display: block;
  padding: 0;
  font: inherit;
}
.number :deep(input) {
  field-sizing: content;
  min-width: 100%;
  min-height: 22px;
  padding: 2px 2px 1px;
  font:
    500 16px/1.2 "Alegreya Sans",
    sans-serif;
  font-feature-settings: "tnum", "lnum";
  color: var(--ink);
  text-align: right;
  opacity: 1;
}
.number :deep(input:focus-visible) {
  outline: 2px solid var(--line);
  outline-offset: 2px;
}
@media (max-width: 900px), (pointer: coarse) {
  .number :deep(input) {
    min-height: 38px;
  }
}
</style>
