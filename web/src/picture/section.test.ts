import { describe, expect, it } from "vitest";
import { across, along, apart, between, distanceAt, WIDTH } from "./section";

describe("the section's scale", () => {
  it("gives back the distance it was asked for, to two figures", () => {
    for (const metres of [3, 12, 75, 340, 2500, 18000]) expect(distanceAt(across(metres))).toBe(metres);
  });
  it("gives each tenfold the same room", () => {
    expect(across(100) - across(10)).toBeCloseTo(across(10000) - across(1000));
  });
  it("stays within what can be said", () => {
    expect(distanceAt(-500)).toBe(3);
    expect(distanceAt(WIDTH * 2)).toBe(100000);
    expect(along(1)).toBe(0);
    expect(along(1e7)).toBe(1);
  });
});

describe("drawing a plane along", () => {
  const planes = [
    { rank: 1, kind: "sky", distance_m: null },
    { rank: 2, kind: "land", distance_m: 2000 },
    { rank: 3, kind: "land", distance_m: 75 },
    { rank: 4, kind: "water", distance_m: null },
    { rank: 5, kind: "land", distance_m: 12 },
  ];
  it("keeps the order the painter gave", () => {
    expect(between(planes, 3, 9000)).toBe(2000);
    expect(between(planes, 3, 4)).toBe(12);
    expect(between(planes, 3, 300)).toBe(300);
  });
  it("goes past what has no distance", () => {
    expect(between(planes, 4, 50)).toBe(50);
    expect(between(planes, 5, 300)).toBe(75);
  });
  it("does not trap a plane among distances that contradict its neighbours", () => {
    const odd = [
      { rank: 1, kind: "land", distance_m: 10 },
      { rank: 2, kind: "land", distance_m: 30 },
      { rank: 3, kind: "land", distance_m: 90 },
    ];
    expect(between(odd, 2, 50)).toBe(50);
  });
});

describe("names", () => {
  it("are lifted where they would lie on one another", () => {
    const [first, second] = apart([
      { left: 0, base: 60, width: 80 },
      { left: 40, base: 58, width: 80 },
    ]);
    expect(first).toBe(60);
    expect(second).toBeLessThanOrEqual(46);
  });
  it("stay where there is room", () => {
    expect(
      apart([
        { left: 0, base: 60, width: 30 },
        { left: 40, base: 60, width: 80 },
      ]),
    ).toEqual([60, 60]);
  });
});
