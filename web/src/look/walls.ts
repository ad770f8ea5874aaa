/** The three walls a painter can hang the work on; kept in this browser only. */
import { ref, watchEffect } from "vue";

export type Wall = "grey" | "dark" | "light";
export const WALLS: { key: Wall; name: string }[] = [
  { key: "grey", name: "mid grey" },
  { key: "dark", name: "dark" },
  { key: "light", name: "light, for sunlight" },
];

function kept(): Wall {
  const named = localStorage.getItem("wall");
  return WALLS.some((each) => each.key === named) ? (named as Wall) : "grey";
}

export const wall = ref<Wall>(kept());

watchEffect(() => {
  document.documentElement.dataset.wall = wall.value;
  localStorage.setItem("wall", wall.value);
});
