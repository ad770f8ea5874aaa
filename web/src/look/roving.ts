/** One stop of the Tab key for a whole group: it enters where one last was, arrows go on inside, Home and End to its ends. */
import type { Directive } from "vue";

const ACROSS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1 };
const UPRIGHT: Record<string, number> = { ArrowUp: -1, ArrowDown: 1 };
const NOW = "[aria-pressed='true'], [aria-current], [aria-selected='true']";
interface Group extends HTMLElement {
  rovingItems?: string;
  rovingStop?: () => void;
}

function itemsOf(group: Group): HTMLElement[] {
  return [...group.querySelectorAll<HTMLElement>(group.rovingItems ?? "button, a")].filter(
    (each) => !(each as HTMLButtonElement).disabled,
  );
}
/** Leave one item to be reached by Tab: the one that has the focus, that had it, or that is chosen. */
function settle(group: Group, now: HTMLElement | null = null): void {
  const items = itemsOf(group);
  const known = items.find((each) => each.dataset.rovingAt === "here");
  const entry =
    now ??
    items.find((each) => each === document.activeElement) ??
    items.find((each) => each.matches(NOW)) ??
    known ??
    items[0];
  for (const each of items) {
    each.tabIndex = each === entry ? 0 : -1;
    if (each === entry) each.dataset.rovingAt = "here";
    else delete each.dataset.rovingAt;
  }
}

/**
 * `v-roving` on a group of buttons or links; `v-roving="'.row > button'"` names its items. With `.across` or `.upright`
 * only those arrows go on, and the others are the item's own.
 */
export const vRoving: Directive<Group, string | undefined> = {
  mounted(group, { value, modifiers }) {
    const steps = modifiers.across ? ACROSS : modifiers.upright ? UPRIGHT : { ...ACROSS, ...UPRIGHT };
    group.rovingItems = value ?? "button, a";
    const moved = (event: KeyboardEvent): void => {
      const items = itemsOf(group);
      const at = items.findIndex((each) => each === document.activeElement);
      if (at < 0 || event.shiftKey || event.ctrlKey || event.altKey || event.metaKey) return;
      const step = steps[event.key];
      const to =
        event.key === "Home"
          ? items[0]
          : event.key === "End"
            ? items.at(-1)
            : step === undefined
              ? undefined
              : items[(at + step + items.length) % items.length];
      if (!to) return;
      event.preventDefault();
      event.stopPropagation();
      settle(group, to);
      to.focus();
    };
    const entered = (event: FocusEvent): void => {
      const item = itemsOf(group).find((each) => each === event.target);
      if (item) settle(group, item);
    };
    group.addEventListener("keydown", moved);
    group.addEventListener("focusin", entered);
    group.rovingStop = () => {
      group.removeEventListener("keydown", moved);
      group.removeEventListener("focusin", entered);
    };
    settle(group);
  },
  updated(group) {
    settle(group);
  },
  beforeUnmount(group) {
    group.rovingStop?.();
  },
};
