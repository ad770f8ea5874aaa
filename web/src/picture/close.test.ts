import { describe, expect, it } from "vitest";
import { centred, closer, CLOSEST, moved, pinched, placeOf, showing, under, WHOLE, type View } from "./close";
import type { Point } from "./pen";

const seen = (view: View) => [view.x, view.y, view.x + 1 / view.scale, view.y + 1 / view.scale];

describe("stepping closer", () => {
  it("keeps what lies under the pointer under it", () => {
    const at: Point = [0.3, 0.8];
    const before = under(WHOLE, at);
    const view = closer(WHOLE, 4, at);
    expect(view.scale).toBe(4);
    expect(under(view, at)[0]).toBeCloseTo(before[0]);
    expect(under(view, at)[1]).toBeCloseTo(before[1]);
  });
  it("knows where a point of the picture is seen", () => {
    const view = closer(WHOLE, 5, [0.7, 0.2]);
    const at: Point = [0.25, 0.75];
    const back = placeOf(view, under(view, at));
    expect(back[0]).toBeCloseTo(at[0]);
    expect(back[1]).toBeCloseTo(at[1]);
  });
  it("never shows what lies beyond the picture", () => {
    let view = WHOLE;
    for (const [factor, x, y] of [
      [3, 0, 0],
      [2, 1, 1],
      [0.4, 0, 1],
      [9, 1, 0],
      [0.7, 0.2, 0.9],
    ] as const) {
      view = closer(view, factor, [x, y]);
      view = moved(view, x - 0.5, y * 3);
      const [left = 0, top = 0, right = 0, bottom = 0] = seen(view);
      expect(Math.min(left, top)).toBeGreaterThanOrEqual(0);
      expect(Math.max(right, bottom)).toBeLessThanOrEqual(1 + 1e-9);
    }
  });
  it("ends at the closest and at the whole", () => {
    expect(closer(WHOLE, 1000).scale).toBe(CLOSEST);
    expect(closer(closer(WHOLE, 8, [0.9, 0.1]), 0.01)).toEqual(WHOLE);
  });
  it("moves as far as the hand does", () => {
    const view = moved(closer(WHOLE, 4), 0.5, 0);
    expect(view.x).toBeCloseTo(closer(WHOLE, 4).x + 0.125);
  });
});

describe("following a point", () => {
  const near = closer(WHOLE, 4, [0.5, 0.5]);
  it("stays where it is while the point is well seen", () => {
    expect(showing(near, [0.5, 0.5])).toEqual(near);
  });
  it("moves along until it is seen with room around it", () => {
    const view = showing(near, [0.9, 0.1]);
    const [left = 0, top = 0, right = 0] = seen(view);
    expect(right).toBeGreaterThan(0.9);
    expect(top).toBeLessThan(0.1);
    expect(left).toBeLessThan(0.9);
  });
  it("puts a pressed point in the middle, or as near as the edge lets it", () => {
    expect(under(centred(near, [0.4, 0.6]), [0.5, 0.5])).toEqual([0.4, 0.6]);
    expect(centred(near, [0, 1])).toEqual({ scale: 4, x: 0, y: 0.75 });
  });
});

describe("two fingers", () => {
  it("draw the picture apart with what lies under them", () => {
    const from: [Point, Point] = [
      [0.4, 0.5],
      [0.6, 0.5],
    ];
    const to: [Point, Point] = [
      [0.3, 0.5],
      [0.7, 0.5],
    ];
    const view = pinched(WHOLE, from, to, 1.5);
    expect(view.scale).toBeCloseTo(2);
    expect(under(view, to[0])[0]).toBeCloseTo(under(WHOLE, from[0])[0]);
    expect(under(view, to[1])[0]).toBeCloseTo(under(WHOLE, from[1])[0]);
  });
  it("move it when they move together", () => {
    const near = closer(WHOLE, 3);
    const view = pinched(
      near,
      [
        [0.4, 0.4],
        [0.6, 0.4],
      ],
      [
        [0.5, 0.4],
        [0.7, 0.4],
      ],
      1.5,
    );
    expect(view.scale).toBeCloseTo(3);
    expect(view.x).toBeCloseTo(near.x - 0.1 / 3);
  });
});
