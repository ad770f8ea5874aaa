/** Pens with which planes are marked, and what becomes of a drawn track. */

export type Pen = "mark" | "brush" | "level" | "area" | "thin" | "erase";
export type Point = [number, number];

export const PENS: { key: Pen; name: string; said: string; width: number }[] = [
  { key: "mark", name: "Mark", said: "a stroke spreads to what looks alike", width: 0.01 },
  { key: "brush", name: "Brush", said: "colours exactly what it covers", width: 0.03 },
  {
    key: "level",
    name: "Level line",
    said: "the upper edge of the plane: nothing below it is farther",
    width: 0.006,
  },
  {
    key: "area",
    name: "Area",
    said: "draw round a thing with hard edges: all of it belongs to the plane",
    width: 0.006,
  },
  {
    key: "thin",
    name: "Thin",
    said: "draw round twigs, reeds or a crown: what stands out from what lies behind belongs to the plane",
    width: 0.006,
  },
  {
    key: "erase",
    name: "Eraser",
    said: "takes what it covers out of the plane, to the one beside it",
    width: 0.03,
  },
];

/** How far from the hand's track a kept line may lie, as a share of the picture seen whole. */
const TOLERANCE = 0.0025;

/** Leaves out points that a straight line says as well; a hand's track has hundreds. */
export function thinned(points: Point[], tolerance = TOLERANCE): Point[] {
  if (points.length < 3) return points;
  const first = points[0] as Point;
  const last = points[points.length - 1] as Point;
  const length = Math.hypot(last[0] - first[0], last[1] - first[1]);
  let far = 0;
  let at = 0;
  for (let i = 1; i < points.length - 1; i++) {
    const [x, y] = points[i] as Point;
    const off =
      length > 0
        ? Math.abs((last[0] - first[0]) * (first[1] - y) - (first[0] - x) * (last[1] - first[1])) / length
        : Math.hypot(x - first[0], y - first[1]);
    if (off > far) [far, at] = [off, i];
  }
  if (far <= tolerance) return [first, last];
  return [
    ...thinned(points.slice(0, at + 1), tolerance).slice(0, -1),
    ...thinned(points.slice(at), tolerance),
  ];
}

/** A press without a move is a dot: a stroke of no length, which the core takes as a point. */
export function finished(points: Point[], pen: Pen, closeness = 1): Point[] | null {
  const track = thinned(points, TOLERANCE / closeness);
  if (track.length === 0) return null;
  if ((pen === "area" || pen === "thin") && track.length < 3) return null;
  if (track.length === 1) return pen === "level" ? null : [track[0] as Point, track[0] as Point];
  return track;
}
