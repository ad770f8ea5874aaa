/** The section's arithmetic: distances on a logarithmic scale, how far a plane may be drawn, names that stay apart. */

/** Width of the drawing, in its own units. */
export const WIDTH = 894;
const LEFT = 40;
const SPAN = WIDTH - 60;
const NEAREST = 0.5;
const FARTHEST = 5.05;

/** Where a distance in metres stands. */
export function across(distance: number): number {
  return LEFT + ((Math.log10(Math.max(3, distance)) - NEAREST) / (FARTHEST - NEAREST)) * SPAN;
}

/** Share of the drawn air that a distance has before it, 0 to 1. */
export function along(distance: number): number {
  return Math.max(0, Math.min(1, (across(distance) - LEFT) / SPAN));
}

/** Distance in metres at a place, to two figures: nobody knows it better by eye. */
export function distanceAt(place: number): number {
  const exact = 10 ** (((place - LEFT) / SPAN) * (FARTHEST - NEAREST) + NEAREST);
  return Number(Math.min(100000, Math.max(3, exact)).toPrecision(2));
}

interface Placed {
  rank: number;
  kind: string;
  distance_m: number | null;
}

/** The distance wanted, kept between the planes before and behind: passing one is a change of order, not of distance. */
export function between(planes: Placed[], rank: number, wanted: number): number {
  const said = planes.filter((each) => each.kind !== "sky" && each.distance_m !== null);
  const nearer = said.filter((each) => each.rank > rank).map((each) => each.distance_m as number);
  const farther = said.filter((each) => each.rank < rank).map((each) => each.distance_m as number);
  const low = Math.max(3, ...nearer);
  const high = Math.min(100000, ...farther);
  return low > high ? wanted : Math.min(high, Math.max(low, wanted));
}

interface Named {
  left: number;
  base: number;
  width: number;
}

/** Lift names that would lie on one another, farthest first; bases in the same order. */
export function apart(names: Named[], line = 14): number[] {
  const set: Named[] = [];
  for (const name of names) {
    let base = name.base;
    const hit = (at: number) =>
      set.some(
        (other) =>
          Math.abs(other.base - at) < line &&
          name.left < other.left + other.width &&
          other.left < name.left + name.width,
      );
    while (hit(base) && base > line) base -= 2;
    set.push({ ...name, base });
  }
  return set.map((each) => each.base);
}
