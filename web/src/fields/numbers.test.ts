import { describe, expect, it } from "vitest";
import { faultOf, readCommas } from "./numbers";

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
    expect(faultOf("0.125", 0.125, true, {})).toBe("");
  });
});

describe("commas", () => {
  /** Type letter by letter, as at the keyboard. */
  function typed(letters: string): [string, boolean] {
    let [text, comma] = ["", false];
    for (const letter of letters) {
      if (letter === "," || (comma && letter === "."))
        ({ text, comma } = readCommas(text, letter, "", comma));
      else text += letter;
    }
    return [text, comma];
  }
  it.each([
    ["4,5", "4.5", true],
    ["1,200", "1.200", true],
    ["1,200,000", "1200000", false],
    ["1,234.5", "1234.5", false],
    ["1234.5", "1234.5", false],
  ])("are read as they are typed: %s", (letters, text, comma) => {
    expect(typed(letters)).toEqual([text, comma]);
  });
  it.each([
    ["1,234.5", "1234.5", false],
    ["1.234,5", "1234.5", false],
    ["1,200,000", "1200000", false],
    ["4,5", "4.5", true],
  ])("are read as they are pasted: %s", (pasted, text, comma) => {
    expect(readCommas("", pasted, "", false)).toEqual({ text, caret: text.length, comma });
  });
  it("keep the place at which one types", () => {
    expect(readCommas("1", ",", "25", false)).toEqual({ text: "1.25", caret: 2, comma: true });
  });
});
