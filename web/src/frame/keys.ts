/** Keys of the frame. No key without a visible control for the same thing. */
import { onBeforeUnmount, onMounted } from "vue";

export interface KeyHelp {
  keys: string;
  what: string;
}

export const FRAME_KEYS: KeyHelp[] = [
  { keys: "1 … 9", what: "choose a plane, 1 is the farthest" },
  { keys: "[  and  ]", what: "a stage back, a stage on" },
  { keys: "Ctrl Z, Ctrl Shift Z", what: "undo, redo" },
  { keys: "Tab, then arrows", what: "to the next group, and from one to the next inside it" },
  { keys: "p", what: "only the picture, on nothing but the wall" },
  { keys: "?", what: "these keys" },
];

const CLOSE: KeyHelp = {
  keys: "+, -, 0 on the picture or its plan",
  what: "step closer, step back, see it whole",
};
export const STAGE_KEYS: Record<string, KeyHelp[]> = {
  thumbnails: [
    { keys: "2 … 7 on the row of steps", what: "number of values" },
    { keys: "← →", what: "move a slider that has the focus" },
    { keys: "↑ ↓ on a cut of the scale", what: "move the cut by a tenth of a step" },
    { keys: "arrows, Enter on the picture", what: "move and set the mark of the focus" },
  ],
  planes: [
    { keys: "↑ ↓ on the ladder", what: "planned value up or down by half a step" },
    { keys: "arrows on a plane of the section", what: "move it nearer or farther; Shift goes farther" },
    { keys: "arrows on the picture", what: "move the pen; Shift goes farther" },
    { keys: "Space on the picture", what: "set a point of the stroke" },
    { keys: "Enter, Esc on the picture", what: "finish the stroke, let it go" },
    CLOSE,
  ],
  sources: [CLOSE],
  passes: [
    { keys: "↑ ↓ on a pass", what: "look at the pass before, the pass after" },
    { keys: "Shift ↑ ↓ on a pass", what: "move it earlier, later" },
    { keys: "← → on its length", what: "a minute less, more; Shift five" },
  ],
  mixes: [{ keys: "← ↑ → ↓", what: "go from recipe to recipe" }],
  easel: [
    { keys: "Space, PageDown, d", what: "begin; done, next" },
    { keys: "b, PageUp", what: "put the brush down, go on" },
    { keys: "n", what: "write a note" },
    { keys: "w", what: "it went wrong" },
  ],
  sessions: [{ keys: "← → on a bar", what: "look at the pass before, the pass after" }],
};

/** True while the painter writes: keys belong to the field then. */
export function isWriting(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName);
}

export function useKeys(handler: (event: KeyboardEvent) => void): void {
  onMounted(() => window.addEventListener("keydown", handler));
  onBeforeUnmount(() => window.removeEventListener("keydown", handler));
}
