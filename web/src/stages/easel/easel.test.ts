import { describe, expect, it } from "vitest";
import type { Mix } from "@/stages/mixes/mixes";
import { leftOf, mixOf, type PassNow } from "./easel";

const NOW = {
  number: 3,
  kind: "block_in",
  part: "mass",
  plane: 2,
  minutes: 10,
  painted: 4,
  running: true,
} as PassNow;
function mix(plane: number, part: Mix["part"], element = 0): Mix {
  return { plane, part, element, name: `${plane} ${part}` } as Mix;
}
const MIXES = [mix(2, "light"), mix(2, "mass"), mix(2, "dark"), mix(2, "base", 7), mix(3, "mass")];

describe("the mix of a pass", () => {
  it("is that of its part of its plane", () => {
    expect(mixOf(NOW, MIXES)?.part).toBe("mass");
    expect(mixOf({ ...NOW, part: "dark" }, MIXES)?.part).toBe("dark");
  });
  it("is never that of a thing, nor of another plane", () => {
    expect(mixOf({ ...NOW, plane: 4 }, MIXES)).toBeNull();
    expect(mixOf(NOW, [mix(2, "mass", 7)])).toBeNull();
  });
  it("is none where nothing is mixed for it", () => {
    expect(mixOf({ ...NOW, part: null }, MIXES)).toBeNull();
    expect(mixOf(null, MIXES)).toBeNull();
  });
});

describe("minutes left", () => {
  it("go on only while the brush is on", () => {
    expect(leftOf(NOW, 3)).toBe(3);
    expect(leftOf({ ...NOW, running: false }, 3)).toBe(6);
  });
  it("fall below nothing, and are told as over", () => {
    expect(leftOf(NOW, 9)).toBe(-3);
  });
});
