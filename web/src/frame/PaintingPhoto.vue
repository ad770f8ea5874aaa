<script setup lang="ts">
/** Brings a photo of the painting itself, from a file or the camera of the device; looks as whoever uses it says. */
import { useTable } from "@/api/store";

defineProps<{
  /** Whether a phone opens its camera at once. */
  capture?: boolean;
}>();
const table = useTable();
async function bring(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  if (field.files?.length) await table.bring([...field.files].slice(0, 1), "progress");
  field.value = "";
}
</script>

<template>
  <label class="choose"
    ><slot /><input
      type="file"
      accept="image/*"
      :capture="capture ? 'environment' : undefined"
      aria-label="Photo of the painting"
      @change="bring"
  /></label>
</template>

<style scoped>
.choose {
  position: relative;
  cursor: pointer;
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.choose:focus-within {
  outline: 3px solid var(--line);
  outline-offset: 2px;
}
</style>
