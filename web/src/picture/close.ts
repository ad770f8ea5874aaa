/** What is seen of a picture when the painter steps closer: how it grows, moves and stays within its edges. */
import type { Point } from "./pen";

/** How many times larger, and the left and top of what is seen, in shares of the picture. */
export interface View {
  scale: number;
  x: number;
  y: number;
}
export const WHOLE: View = { scale: 1, x: 0, y: 0 };
export const CLOSEST = 12;
export const STEP = 1.5;
/** How near the edge of what is seen a point may come before the picture moves along, as a share of it. */
const MARGIN = 0.12;

function within(view: View): View {
  const scale = Math.min(CLOSEST, Math.max(1, view.scale));
  const most = 1 - 1 / scale;
  const kept = (from: number) => Math.min(most, Math.max(0, from));
  return { scale, x: kept(view.x), y: kept(view.y) };
}

/** The point of the picture under a place in the frame, both in shares. */
export function under(view: View, [x, y]: Point): Point {
  return [view.x + x / view.scale, view.y + y / view.scale];
}

/** The place in the frame of a point of the picture. */
export function placeOf(view: View, [x, y]: Point): Point {
  return [(x - view.x) * view.scale, (y - view.y) * view.scale];
}

/** Comes closer by a factor, or steps back under 1; what lies under the place in the frame stays there. */
export function closer(view: View, factor: number, at: Point = [0.5, 0.5]): View {
  const scale = Math.min(CLOSEST, Math.max(1, view.scale * factor));
  const [x, y] = under(view, at);
  return within({ scale, x: x - at[0] / scale, y: y - at[1] / scale });
}

/** What + - and 0 do, or null for any other key. */
export function keyed(view: View, key: string, at?: Point): View | null {
  if (key === "+" || key === "=") return closer(view, STEP, at);
  if (key === "-") return closer(view, 1 / STEP, at);
  return key === "0" ? WHOLE : null;
}

/** Moves along by shares of the frame. */
export function moved(view: View, right: number, down: number): View {
  return within({ ...view, x: view.x + right / view.scale, y: view.y + down / view.scale });
}

/** Puts a point of the picture in the middle. */
export function centred(view: View, [x, y]: Point): View {
  return within({ ...view, x: x - 0.5 / view.scale, y: y - 0.5 / view.scale });
}

/** Moves along no more than needed so that a point of the picture is seen, with some room around it. */
export function showing(view: View, [x, y]: Point): View {
  const room = 1 / view.scale;
  const along = (from: number, at: number) =>
    Math.min(at - MARGIN * room, Math.max(at - (1 - MARGIN) * room, from));
  return within({ ...view, x: along(view.x, x), y: along(view.y, y) });
}

/** What two fingers do: what lay under them stays under them. Places in shares of the frame. */
export function pinched(view: View, from: [Point, Point], to: [Point, Point], aspect: number): View {
  const apart = ([a, b]: [Point, Point]) => Math.hypot((a[0] - b[0]) * aspect, a[1] - b[1]);
  const middle = ([a, b]: [Point, Point]): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const held = middle(from);
  const now = middle(to);
  const grown = closer(view, apart(to) / Math.max(apart(from), 1e-3), held);
  return moved(grown, held[0] - now[0], held[1] - now[1]);
}
