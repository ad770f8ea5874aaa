/** What can be done on a source by drawing on it, and what a drawn track means. */
import type { Change } from "@/api/client";
import type { Point } from "@/picture/pen";

export type Tool =
  | "note"
  | "scale"
  | "gaze"
  | "line"
  | "shadow"
  | "light"
  | "level"
  | "horizon"
  | "card"
  | "depart"
  | "bays"
  | "corners";

export const TOOLS: { key: Tool; name: string; said: string }[] = [
  { key: "note", name: "Pin a note", said: "press where it belongs" },
  { key: "scale", name: "Scale mark", said: "draw along a thing whose length you know" },
  { key: "gaze", name: "Gaze", said: "draw from an eye the way it looks" },
  { key: "line", name: "Lead", said: "draw along a path or branch, the way the eye follows it" },
  { key: "shadow", name: "Shadow", said: "draw from the foot of a thing to the end of its shadow" },
  { key: "light", name: "Light", said: "draw an arrow the way the light falls" },
  { key: "level", name: "Straighten", said: "draw along what should be level, or upright" },
  { key: "horizon", name: "Horizon", said: "press at its height, or drag it there" },
  { key: "card", name: "Card", said: "press the card, mat or tape" },
  { key: "depart", name: "Depart", said: "draw round what will be otherwise, or along a line to be bent" },
  { key: "bays", name: "Bays", said: "press three posts that stand equally far apart, the nearest first" },
  { key: "corners", name: "Corners", said: "press the four corners of a sketch" },
];

function ends(track: Point[]): [Point, Point] {
  return [track[0] as Point, track[track.length - 1] as Point];
}

/** Whether a track goes anywhere: a press is no arrow. */
export function goes(track: Point[]): boolean {
  const [a, b] = ends(track);
  return Math.hypot(b[0] - a[0], b[1] - a[1]) > 0.015;
}

/** Where light comes from that falls along a track: degrees clockwise from the top of the picture. */
export function lightFrom(track: Point[], aspect: number): number {
  const [a, b] = ends(track);
  const degrees = (Math.atan2((a[0] - b[0]) * aspect, b[1] - a[1]) * 180) / Math.PI;
  return Math.round((degrees + 360) % 360);
}

/** How much a line leans that should be level (or upright): degrees, clockwise positive. */
export function leanOf(track: Point[], aspect: number): number {
  let [a, b] = ends(track);
  const across = Math.abs(b[0] - a[0]) * aspect;
  const down = Math.abs(b[1] - a[1]);
  if (across >= down) {
    if (b[0] < a[0]) [a, b] = [b, a];
    return (Math.atan2(b[1] - a[1], (b[0] - a[0]) * aspect) * 180) / Math.PI;
  }
  if (b[1] < a[1]) [a, b] = [b, a];
  return (-Math.atan2((b[0] - a[0]) * aspect, b[1] - a[1]) * 180) / Math.PI;
}

/** What a light direction is called: "from the upper left". */
export function saidLight(degrees: number): string {
  const names = [
    "above",
    "the upper right",
    "the right",
    "the lower right",
    "below",
    "the lower left",
    "the left",
    "the upper left",
  ];
  return names[Math.round(degrees / 45) % 8] as string;
}

/** Carries a place from the straightened picture back to the picture as it came. */
export function asItCame(at: Point, tiltDeg: number, aspect: number): Point {
  if (!tiltDeg) return at;
  const angle = (Math.abs(tiltDeg) * Math.PI) / 180;
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  const left = Math.min(aspect / (aspect * cos + sin), 1 / (aspect * sin + cos));
  const turn = (-tiltDeg * Math.PI) / 180;
  const x = (at[0] - 0.5) * aspect * left;
  const y = (at[1] - 0.5) * left;
  return [
    (x * Math.cos(turn) + y * Math.sin(turn)) / aspect + 0.5,
    y * Math.cos(turn) - x * Math.sin(turn) + 0.5,
  ];
}

/** The change a track makes with a tool that needs no further word; null where it needs one, or is no track. */
export function changeOf(
  tool: Tool,
  track: Point[],
  source: { number: number; aspect: number; tilt_deg: number },
): Change | null {
  const number = source.number;
  if (tool === "light")
    return goes(track)
      ? { action: "set_light", source: number, light_deg: lightFrom(track, source.aspect) }
      : null;
  if (tool === "level") {
    if (!goes(track)) return null;
    const lean = Math.round(10 * leanOf(track, source.aspect)) / 10;
    return { action: "straighten", source: number, tilt_deg: Math.round(10 * (source.tilt_deg + lean)) / 10 };
  }
  if (tool === "horizon") return { action: "set_horizon", source: number, horizon: ends(track)[1][1] };
  return null;
}
