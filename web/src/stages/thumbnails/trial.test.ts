import { describe, expect, it } from "vitest";
import type { Source } from "@/api/client";
import { differ, usualSettings, type Settings } from "./trial";

const plain: Settings = usualSettings({ number: 1, kind: "photo" } as Source);

describe("settings", () => {
  it("spare what a sketch has simplified already", () => {
    expect(usualSettings({ number: 3, kind: "sketch" } as Source).smallest_share).toBeLessThan(
      plain.smallest_share,
    );
  });
  it("differ by what makes another picture, whatever the order of their fields", () => {
    expect(differ(plain, { ...plain })).toBe(false);
    expect(differ(plain, { ...plain, key: "low" })).toBe(true);
    const edit = { kind: "pull" as const, points: [[0.5, 0.5]] as [number, number][], step: 1, width: 0.02 };
    const same = { width: 0.02, step: 1, points: [[0.5, 0.5]] as [number, number][], kind: "pull" as const };
    expect(differ({ ...plain, edits: [edit] }, { ...plain, edits: [same] })).toBe(false);
  });
});
