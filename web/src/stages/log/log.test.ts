import { describe, expect, it } from "vitest";
import { byDay, type DiaryLine } from "./log";

function line(id: number, day_said: string): DiaryLine {
  return { id, day_said, said: `${id}` } as DiaryLine;
}

describe("the diary by day", () => {
  it("keeps the order, and a day once", () => {
    const days = byDay([line(3, "29 November"), line(2, "29 November"), line(1, "28 November")]);
    expect(days.map((each) => each.day)).toEqual(["29 November", "28 November"]);
    expect(days[0]?.lines.map((each) => each.id)).toEqual([3, 2]);
  });
  it("is empty where nothing is written", () => {
    expect(byDay([])).toEqual([]);
  });
});
