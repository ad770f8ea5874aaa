/** A pass lifted from the score: where it would come to stand, what that breaks, and what is done when it is let go. */
import { computed, ref, type Ref } from "vue";
import { Problem, type Placement } from "@/api/client";
import { useTable } from "@/api/store";
import { placement as tryPlacement, type PutThere } from "@/api/tries";
import { minuteAt, SNAP_MIN, snapped, type Span } from "./score";

const SLACK_PX = 5;
const PAUSE_MS = 90;

interface Lifted {
  number: number;
  /** From the pointer to the beginning of the bar. [px] */
  grip: number;
  session: number;
  start: number;
}

export function useLift(all: Ref<Span[]>): {
  lifted: Ref<Lifted | null>;
  tried: Ref<PutThere | null>;
  refused: Ref<string>;
  press: (placed: Placement, left: number, event: PointerEvent, origin: number) => void;
  move: (event: PointerEvent, origin: number) => void;
  letGo: () => Promise<boolean>;
  putDown: () => void;
  nudge: (placed: Placement, way: -1 | 1) => Promise<boolean>;
} {
  const table = useTable();
  const held = ref<{ placed: Placement; grip: number; x: number } | null>(null);
  const lifted = ref<Lifted | null>(null);
  const tried = ref<PutThere | null>(null);
  const refused = ref("");
  let waiting: number | undefined;

  function putDown(): void {
    window.clearTimeout(waiting);
    held.value = lifted.value = tried.value = null;
    refused.value = "";
  }

  async function look(wanted: Lifted): Promise<void> {
    const id = table.painting?.id;
    if (id === undefined) return;
    const current = (): boolean =>
      lifted.value?.session === wanted.session && lifted.value.start === wanted.start;
    try {
      const found = await tryPlacement(id, wanted.number, wanted.session, wanted.start);
      if (current()) [tried.value, refused.value] = [found, ""];
    } catch (problem) {
      if (problem instanceof Problem && current()) [tried.value, refused.value] = [null, problem.message];
    }
  }

  function press(placed: Placement, left: number, event: PointerEvent, origin: number): void {
    if (placed.done || event.button !== 0) return;
    held.value = { placed, grip: event.clientX - origin - left, x: event.clientX };
  }

  function move(event: PointerEvent, origin: number): void {
    const from = held.value;
    if (!from || (!lifted.value && Math.abs(event.clientX - from.x) < SLACK_PX)) return;
    const under = minuteAt(all.value, event.clientX - origin - from.grip);
    if (!under) return;
    const start = snapped(under.minute, under.session);
    const next = { number: from.placed.number, grip: from.grip, session: under.session.number, start };
    if (lifted.value?.session === next.session && lifted.value.start === next.start) return;
    lifted.value = next;
    window.clearTimeout(waiting);
    waiting = window.setTimeout(() => void look(next), PAUSE_MS);
  }

  async function put(number: number, session: number, start: number): Promise<boolean> {
    return table.change({ action: "place_pass", number, session, start });
  }

  async function letGo(): Promise<boolean> {
    const was = lifted.value;
    putDown();
    return was ? put(was.number, was.session, was.start) : false;
  }

  async function nudge(placed: Placement, way: -1 | 1): Promise<boolean> {
    if (placed.done || placed.session === null) return false;
    return put(placed.number, placed.session, placed.start_min + way * SNAP_MIN);
  }

  return {
    lifted: computed(() => lifted.value),
    tried,
    refused,
    press,
    move,
    letGo,
    putDown,
    nudge,
  };
}
