import { describe, expect, it } from "vitest";
import { byKey, valueAt } from "./upright";

describe("an upright scale of values", () => {
  it("has white at its top and black at its foot", () => {
    expect(valueAt(14, 14, 420)).toBe(10);
    expect(valueAt(434, 14, 420)).toBe(0);
    expect(valueAt(224, 14, 420)).toBe(5);
  });
  it("moves up with the keys that point up and leaves other keys alone", () => {
    expect([byKey("ArrowUp", 0.1, 0.5), byKey("PageDown", 0.1, 0.5)]).toEqual([0.1, -0.5]);
    expect(byKey("Tab", 0.1, 0.5)).toBeUndefined();
  });
});
