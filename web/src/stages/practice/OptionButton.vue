<script setup lang="ts">
/** Something that may be chosen; the one that is has a heavy line and heavy letters. */
defineProps<{
  /** Whether it is chosen. */
  pressed: boolean;
}>();
</script>

<template>
  <button type="button" class="option" :aria-pressed="pressed"><slot /></button>
</template>

<style scoped>
.option {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: center;
  min-height: 44px;
  padding: 4px 10px;
  border: 1.5px solid var(--hair);
  text-align: left;
}
.option[aria-pressed="true"] {
  border: 2.5px solid var(--line);
  font-weight: 700;
}
</style>
