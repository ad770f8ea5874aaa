import { describe, expect, it } from "vitest";
import { complete, ordered, type Drill } from "./practice";

const drill = (answer: string, options = 3) =>
  ({ answer, options: Array.from({ length: options }, (_, n) => ({ key: "ABC"[n] })) }) as unknown as Drill;

describe("an answer", () => {
  it("is a number wherever the slider stands", () => {
    expect(complete(drill("number"), 0, "", [])).toBe(0);
  });
  it("is no choice before one is made", () => {
    expect(complete(drill("choice"), 5, "", [])).toBeUndefined();
    expect(complete(drill("choice"), 5, "B", [])).toBe("B");
  });
  it("is an order only with every place in it", () => {
    expect(complete(drill("order"), 5, "", ["A", "C"])).toBeUndefined();
    expect(complete(drill("order"), 5, "", ["A", "C", "B"])).toEqual(["A", "C", "B"]);
  });
  it("is nothing where nothing is scored", () => {
    expect(complete(drill("done"), 5, "", [])).toBeNull();
  });
});

describe("putting in order", () => {
  it("adds at the end, and takes out from a place on", () => {
    expect(ordered(["A"], "C")).toEqual(["A", "C"]);
    expect(ordered(["A", "C", "B"], "C")).toEqual(["A"]);
  });
});
