import { describe, expect, it } from "vitest";
import type { Point } from "@/picture/pen";
import { asItCame, changeOf, goes, leanOf, lightFrom, saidLight } from "./tools";

const across: Point[] = [
  [0.2, 0.5],
  [0.8, 0.5],
];

describe("light", () => {
  it("comes from where the arrow begins", () => {
    expect(lightFrom([...across], 1.5)).toBe(270);
    expect(
      lightFrom(
        [
          [0.5, 0.1],
          [0.5, 0.8],
        ],
        1.5,
      ),
    ).toBe(0);
  });
  it("counts the picture's proportions", () => {
    expect(
      lightFrom(
        [
          [0.2, 0.2],
          [0.4, 0.6],
        ],
        2,
      ),
    ).toBe(315);
  });
  it("is said in words", () => {
    expect([0, 44, 270, 359].map(saidLight)).toEqual(["above", "the upper right", "the left", "above"]);
  });
});

describe("a line that should be level", () => {
  it("leans the same drawn from either end", () => {
    const line: Point[] = [
      [0.1, 0.5],
      [0.9, 0.5 + (0.8 * 1.5 * Math.tan((2 * Math.PI) / 180)) / 1],
    ];
    expect(leanOf(line, 1.5)).toBeCloseTo(2, 6);
    expect(leanOf([...line].reverse(), 1.5)).toBeCloseTo(2, 6);
  });
  it("may be an upright", () => {
    const mast: Point[] = [
      [0.5, 0.1],
      [0.5 - (0.8 * Math.tan((3 * Math.PI) / 180)) / 1.5, 0.9],
    ];
    expect(leanOf(mast, 1.5)).toBeCloseTo(3, 6);
  });
  it("adds to what was straightened before", () => {
    const change = changeOf(
      "level",
      [
        [0, 0.5],
        [1, 0.5 + 1.5 * Math.tan(Math.PI / 180)],
      ],
      { number: 2, aspect: 1.5, tilt_deg: 2 },
    );
    expect(change).toEqual({ action: "straighten", source: 2, tilt_deg: 3 });
  });
});

describe("a track", () => {
  it("that goes nowhere is a press and no arrow", () => {
    const press: Point[] = [
      [0.5, 0.5],
      [0.5, 0.5],
    ];
    expect(goes(press)).toBe(false);
    expect(changeOf("light", press, { number: 1, aspect: 1, tilt_deg: 0 })).toBeNull();
    expect(changeOf("horizon", press, { number: 1, aspect: 1, tilt_deg: 0 })).toEqual({
      action: "set_horizon",
      source: 1,
      horizon: 0.5,
    });
  });
});

describe("a place on a straightened picture", () => {
  it("stays in the middle and is where it was without tilt", () => {
    expect(asItCame([0.5, 0.5], 5, 1.5)).toEqual([0.5, 0.5]);
    expect(asItCame([0.2, 0.9], 0, 1.5)).toEqual([0.2, 0.9]);
  });
  it("lies inside the picture as it came", () => {
    for (const corner of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as Point[]) {
      const [x, y] = asItCame(corner, 4, 1.5);
      expect(Math.min(x, y)).toBeGreaterThan(-1e-9);
      expect(Math.max(x, y)).toBeLessThan(1 + 1e-9);
    }
  });
});
