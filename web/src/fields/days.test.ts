import { describe, expect, it } from "vitest";
import { hourMoved, readDay, readHour, sayDay, sayHour } from "./days";

describe("days", () => {
  it("are written one way", () => {
    expect(sayDay("2026-11-29")).toBe("29 November 2026");
    expect(sayDay("2027-01-03")).toBe("3 January 2027");
    expect(sayDay("")).toBe("");
  });
  it.each([
    ["29 November 2026", "2026-11-29"],
    ["29 nov 2026", "2026-11-29"],
    ["Nov 29, 2026", "2026-11-29"],
    ["29.11.2026", "2026-11-29"],
    ["29/11/26", "2026-11-29"],
    ["2026-11-29", "2026-11-29"],
    ["5 December", "2026-12-05"],
    ["5 January", "2027-01-05"],
    ["28.11.", "2027-11-28"],
    ["29.11", "2026-11-29"],
  ])("%s is read", (typed, day) => {
    expect(readDay(typed, "2026-11-29")).toBe(day);
  });
  it.each(["", "31 November", "29 Ju", "30 February 2027", "soon", "0.1.2027", "12345", "1 May 20266"])(
    "%s is no day",
    (typed) => {
      expect(readDay(typed, "2026-11-29")).toBeNull();
    },
  );
  it("come back from how they are written", () => {
    for (const day of ["2024-02-29", "2026-05-01", "2030-12-31"])
      expect(readDay(sayDay(day), "2026-01-01")).toBe(day);
  });
});

describe("hours", () => {
  it.each([
    ["9", "09:00"],
    ["9:30", "09:30"],
    ["9.30", "09:30"],
    ["0930", "09:30"],
    ["930", "09:30"],
    ["17 45", "17:45"],
    ["7 pm", "19:00"],
    ["12 am", "00:00"],
    ["12:15 pm", "12:15"],
  ])("%s is read", (typed, hour) => {
    expect(readHour(typed)).toBe(hour);
  });
  it.each(["", "24", "9:60", "13 pm", "noon", "9:3"])("%s is no hour", (typed) => {
    expect(readHour(typed)).toBeNull();
  });
  it("are written without a leading zero and go round the clock", () => {
    expect(sayHour("09:05")).toBe("9:05");
    expect(sayHour("00:05")).toBe("0:05");
    expect(hourMoved("23:50", 15)).toBe("00:05");
    expect(hourMoved("00:05", -15)).toBe("23:50");
  });
});
