import { describe, expect, it } from "vitest";
import { patched } from "./patch";

const before = {
  title: "Slate pool",
  work: {
    minutes: 40,
    passes: [
      { number: 1, minutes: 20 },
      { number: 2, minutes: 20 },
    ],
  },
  notes: [{ number: 7, text: "gate" }],
};

describe("patched", () => {
  it("puts in place what differs and leaves all else the same object", () => {
    const after = patched(before, {
      parts: {
        title: { put: "Slate pool at dusk" },
        work: {
          parts: {
            passes: {
              key: "number",
              order: ["3", "2"],
              rows: { "3": { put: { number: 3, minutes: 5 } }, "2": { parts: { minutes: { put: 25 } } } },
            },
          },
        },
      },
    });
    expect(after.title).toBe("Slate pool at dusk");
    expect(after.work.minutes).toBe(40);
    expect(after.work.passes).toEqual([
      { number: 3, minutes: 5 },
      { number: 2, minutes: 25 },
    ]);
    expect(after.notes).toBe(before.notes);
    expect(before.title).toBe("Slate pool");
  });

  it("can put nothing in the place of something", () => {
    expect(patched({ a: 1 as number | null }, { parts: { a: { put: null } } })).toEqual({ a: null });
  });

  it("leaves rows without a patch as they are, in their new order", () => {
    const rows = [{ number: 1 }, { number: 2 }];
    const after = patched(rows, { key: "number", order: ["2", "1"], rows: {} });
    expect(after[0]).toBe(rows[1]);
    expect(after[1]).toBe(rows[0]);
  });
});
