/** A thumbnail being tried: its settings, what it looks like, what is read on it. */
import type { Edit, Source, Thumbnail, Tried } from "@/api/client";
import type { Crop } from "@/picture/crop";
import type { Point } from "@/picture/pen";

/** What a thumbnail is made with. */
export interface Settings {
  source: number;
  steps: number;
  smallest_share: number;
  softness: number;
  even: boolean;
  /** Cuts set by hand, darkest first, or null where they are found. */
  cuts: number[] | null;
  /** Left, top, width and height in whole pixels of the source, or null for all of it. */
  crop: Crop | null;
  /** Key the photo's range is squeezed into, or null for its own. */
  key: string | null;
  /** Whether planned departures are applied. */
  departed: boolean;
  /** Shapes changed by hand. */
  edits: Edit[];
}

/** A sketch was simplified by the hand that drew it; a photo was not. */
export function usualSettings(source: Source | undefined): Settings {
  return {
    source: source?.number ?? 0,
    steps: 4,
    smallest_share: source?.kind === "sketch" ? 0.0005 : 0.004,
    softness: 0.014,
    even: false,
    cuts: null,
    crop: null,
    key: null,
    departed: false,
    edits: [],
  };
}

export function settingsOf(kept: Thumbnail): Settings {
  const { source, steps, smallest_share, softness, even, key, departed } = kept;
  const cuts = kept.cuts_by_hand ? [...kept.reading.cuts] : null;
  const edits = kept.edits.map((edit) => ({ ...edit, points: edit.points as Point[] }));
  return {
    source,
    steps,
    smallest_share,
    softness,
    even,
    cuts,
    crop: kept.crop as Crop | null,
    key,
    departed,
    edits,
  };
}

export function triedOf(settings: Settings, number: number, isolate: number | null): Tried {
  return { ...settings, number, isolate };
}

/** Whether two settings make another thumbnail. */
export function differ(one: Settings, other: Settings): boolean {
  return JSON.stringify(sorted(one)) !== JSON.stringify(sorted(other));
}
function sorted(settings: Settings): unknown[] {
  const { source, steps, smallest_share, softness, even, cuts, crop, key, departed, edits } = settings;
  const by = edits.map((edit) => [edit.kind, edit.points, edit.step ?? null, edit.width ?? 0.02]);
  return [source, steps, smallest_share, softness, even, cuts, crop, key, departed, by];
}
