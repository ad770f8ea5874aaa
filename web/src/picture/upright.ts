/** An upright scale of values, 10 at the top: where a pointer stands on it, and how far a key moves along it. */

/** Height in the drawing's own units that an event points at, however the drawing is scaled and centred in its box. */
export function heightIn(drawing: SVGGraphicsElement, event: PointerEvent): number | null {
  const placed = drawing.getScreenCTM();
  return placed && new DOMPoint(event.clientX, event.clientY).matrixTransform(placed.inverse()).y;
}

/** Value at a height, on a scale that begins at `top` and is `height` high. */
export function valueAt(at: number, top: number, height: number): number {
  return 10 * (1 - (at - top) / height);
}

/** How far a key moves a value: `small` by arrow, `large` by page; undefined for any other key. */
export function byKey(key: string, small: number, large: number): number | undefined {
  return { ArrowUp: small, ArrowDown: -small, PageUp: large, PageDown: -large }[key];
}
