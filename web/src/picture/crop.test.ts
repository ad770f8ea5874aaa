import { describe, expect, it } from "vitest";
import { fitted, fromView, intoView, viewOf } from "./crop";

const SIZE = { width_px: 2400, height_px: 1600 };

describe("a viewfinder", () => {
  it("keeps its proportions and stays inside", () => {
    expect(fitted([1200, 800], 900, 1.5, SIZE)).toEqual([750, 500, 900, 600]);
    expect(fitted([0, 0], 900, 1.5, SIZE)).toEqual([0, 0, 900, 600]);
    expect(fitted([9000, 9000], 9000, 1, SIZE)).toEqual([800, 0, 1600, 1600]);
  });
  it("never gets smaller than can be read", () => {
    expect(fitted([1200, 800], 1, 1, SIZE)[2]).toBe(64);
  });
  it("fits a format that is wider than the photo is tall", () => {
    const [x, y, w, h] = fitted([100, 100], 5000, 3, SIZE);
    expect([x, w, h]).toEqual([0, 2400, 800]);
    expect(y + h).toBeLessThanOrEqual(1600);
  });
});

describe("places", () => {
  it("go into a crop and back", () => {
    const view = viewOf([600, 400, 1200, 800], SIZE);
    expect(intoView(view, [0.5, 0.5])).toEqual([0.5, 0.5]);
    const back = fromView(view, intoView(view, [0.31, 0.62]));
    expect(back[0]).toBeCloseTo(0.31, 9);
    expect(back[1]).toBeCloseTo(0.62, 9);
  });
});
