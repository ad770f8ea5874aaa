import { describe, expect, it } from "vitest";
import { moved, said as written } from "./play";
import {
  beginning,
  complete,
  cutMoved,
  framed,
  massesQuery,
  ordered,
  ratioOf,
  type Answering,
  type Drill,
} from "./practice";

const drill = (answer: string, more: Partial<Drill> = {}) =>
  ({
    answer,
    unit: "",
    low: 0,
    high: 10,
    values: 0,
    options: [..."ABC"].map((key) => ({ key })),
    ...more,
  }) as unknown as Drill;
const saying = (part: Partial<Answering> = {}): Answering => ({
  number: 5,
  chosen: "",
  order: [],
  massing: { cuts: [], smallest: 0 },
  frames: [],
  ...part,
});

describe("an answer", () => {
  it("is a number wherever the slider stands", () => {
    expect(complete(drill("number"), saying({ number: 0 }))).toBe(0);
  });
  it("is no choice before one is made", () => {
    expect(complete(drill("choice"), saying())).toBeUndefined();
    expect(complete(drill("choice"), saying({ chosen: "B" }))).toBe("B");
  });
  it("is an order only with every place in it", () => {
    expect(complete(drill("order"), saying({ order: ["A", "C"] }))).toBeUndefined();
    expect(complete(drill("order"), saying({ order: ["A", "C", "B"] }))).toEqual(["A", "C", "B"]);
  });
  it("is nothing where nothing is scored", () => {
    expect(complete(drill("done"), saying())).toBeNull();
  });
  it("is the frames that were placed", () => {
    const begun = beginning(drill("frames"));
    expect(complete(drill("frames"), begun)).toBeUndefined();
    const frames = begun.frames.map((each, n) => ({ ...each, placed: n === 1 }));
    expect(complete(drill("frames"), { ...begun, frames })).toEqual([
      { key: "B", x: 0.5, y: 0.5, width: 0.6 },
    ]);
  });
  it("begins with cuts evenly over the scale", () => {
    expect(beginning(drill("cuts", { low: 1, high: 9, values: 4 })).massing.cuts).toEqual([3, 5, 7]);
  });
});

describe("putting in order", () => {
  it("adds at the end, and takes out from a place on", () => {
    expect(ordered(["A"], "C")).toEqual(["A", "C"]);
    expect(ordered(["A", "C", "B"], "C")).toEqual(["A"]);
  });
});

describe("cuts", () => {
  const range = { low: 1, high: 9 };
  it("push their neighbours along and stay rising", () => {
    expect(cutMoved([3, 5, 7], 0, 6, range)).toEqual([6, 6.1, 7]);
    expect(cutMoved([3, 5, 7], 2, 2, range)).toEqual([1.8, 1.9, 2]);
  });
  it("stay inside the range with all their neighbours", () => {
    expect(cutMoved([3, 5, 7], 0, 20, range)).toEqual([8.8, 8.9, 9]);
    expect(cutMoved([3, 5, 7], 2, -4, range)).toEqual([1, 1.1, 1.2]);
  });
  it("are asked about on the picture they were set on", () => {
    const asked = drill("cuts", { level: 2, seed: 7, painting: 3, version: 9 });
    const massing = { cuts: [4, 6.5], smallest: 0.01 };
    expect(massesQuery(asked, massing)).toEqual({ ...massing, painting: 3, version: 9 });
    expect(massesQuery({ ...asked, painting: null }, massing)).toEqual(massing);
  });
});

describe("frames", () => {
  const frame = (part: object) => ({ key: "square", x: 0.5, y: 0.5, width: 0.5, placed: true, ...part });
  it("have the proportions of their format", () => {
    expect(ratioOf("landscape_4_3")).toBeCloseTo(4 / 3);
    expect(ratioOf("tall_2_3")).toBeCloseTo(2 / 3);
    expect(framed(frame({}), 960, 640)).toEqual({ x: 240, y: 80, width: 480, height: 480 });
  });
  it("stay inside the picture", () => {
    expect(framed(frame({ x: 0, y: 1, width: 1 }), 960, 640)).toEqual({
      x: 0,
      y: 0,
      width: 640,
      height: 640,
    });
  });
});

describe("moves of the playground", () => {
  const moves = [0, 1, 2].map((at) => ({ at, wait: at, film: 1 }));
  it("go with their waits", () => {
    expect(written(moved(moves, 0, 1))).toBe("1.1.1-0.0.1-2.2.1");
    expect(written(moved(moves, 2, -1))).toBe("0.0.1-2.2.1-1.1.1");
  });
  it("stay at the ends", () => {
    expect(moved(moves, 0, -1)).toEqual(moves);
    expect(moved(moves, 2, 1)).toEqual(moves);
  });
});
