/** A crop of a photo: what it shows of it, and how it is moved and sized. */
import type { Point } from "./pen";

/** Left, top, width and height in whole pixels of the photo. */
export type Crop = [number, number, number, number];

/** Share of the photo that a crop shows, and how places go from one to the other. */
export interface View {
  left: number;
  top: number;
  width: number;
  height: number;
}
export function viewOf(crop: Crop | null, source: { width_px: number; height_px: number }): View {
  if (!crop) return { left: 0, top: 0, width: 1, height: 1 };
  return {
    left: crop[0] / source.width_px,
    top: crop[1] / source.height_px,
    width: crop[2] / source.width_px,
    height: crop[3] / source.height_px,
  };
}
export function intoView(view: View, [x, y]: Point): Point {
  return [(x - view.left) / view.width, (y - view.top) / view.height];
}
export function fromView(view: View, [x, y]: Point): Point {
  return [view.left + x * view.width, view.top + y * view.height];
}

/** A crop of some proportions, moved and sized so that it stays inside the photo, in whole pixels. */
export function fitted(
  middle: Point,
  width: number,
  ratio: number,
  size: { width_px: number; height_px: number },
): Crop {
  const most = Math.min(size.width_px, size.height_px * ratio);
  const w = Math.round(Math.min(most, Math.max(Math.min(64, most), width)));
  const h = Math.min(size.height_px, Math.round(w / ratio));
  const x = Math.round(Math.min(size.width_px - w, Math.max(0, middle[0] - w / 2)));
  const y = Math.round(Math.min(size.height_px - h, Math.max(0, middle[1] - h / 2)));
  return [x, y, w, h];
}
