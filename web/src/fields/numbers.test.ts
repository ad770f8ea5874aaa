import { describe, expect, it } from "vitest";
import { faultOf } from "./numbers";

describe("a number that was typed", () => {
  it("is told what it may be, and stands at its bounds", () => {
    expect(faultOf("5", 5, false, { min: 5, max: 720 })).toBe("");
    expect(faultOf("720", 720, false, { min: 5, max: 720 })).toBe("");
    expect(faultOf("4.9", 4.9, false, { min: 5 })).toBe("At least 5.");
    expect(faultOf("721", 721, false, { max: 720 })).toBe("At most 720.");
  });
  it("may be left out only where none is needed", () => {
    expect(faultOf("", null, false, {})).toBe("");
    expect(faultOf("", null, false, { required: true })).toBe("A number is needed here.");
  });
  it("is asked about where a comma may stand for a thousand or for a point", () => {
    expect(faultOf("1.200", 1.2, true, {})).toBe("Is that 1200, or 1.2? Write it so.");
    expect(faultOf("1.200", 1.2, false, {})).toBe("");
    expect(faultOf("4.5", 4.5, true, {})).toBe("");
  });
});
