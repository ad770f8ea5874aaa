/** The three walls a painter can hang the work on; kept in this browser only. */
import { computed, ref, watchEffect } from "vue";

export type Wall = "grey" | "dark" | "light";
export const WALLS: { key: Wall; name: string }[] = [
  { key: "grey", name: "mid grey" },
  { key: "dark", name: "dark" },
  { key: "light", name: "light, for sunlight" },
];

function kept(key: string, usual: Wall): Wall {
  const named = localStorage.getItem(key);
  return WALLS.some((each) => each.key === named) ? (named as Wall) : usual;
}

const plain = ref<Wall>(kept("wall", "grey"));
const atEasel = ref<Wall>(kept("wall-easel", "dark"));
const easelOpen = ref(false);

/** The wall that hangs here: the easel has one of its own, dark until the painter chooses another. */
export const wall = computed<Wall>({
  get: () => (easelOpen.value ? atEasel.value : plain.value),
  set: (chosen) => ((easelOpen.value ? atEasel : plain).value = chosen),
});

/** Hangs the wall of the easel; gives back what takes it off again. */
export function wallForEasel(): () => void {
  easelOpen.value = true;
  return () => {
    easelOpen.value = false;
  };
}

watchEffect(() => {
  document.documentElement.dataset.wall = wall.value;
  localStorage.setItem("wall", plain.value);
  localStorage.setItem("wall-easel", atEasel.value);
});
