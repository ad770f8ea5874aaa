import { describe, expect, it } from "vitest";
import type { Placement, Session } from "@/api/client";
import {
  calendar,
  clock,
  daySaid,
  FOLD,
  gapSaid,
  minuteAt,
  placeOf,
  snapped,
  spans,
  tail,
  ticks,
} from "./score";

function session(number: number, start: number, minutes: number): Session {
  return {
    number,
    name: `Session ${number}`,
    start: "",
    start_min: start,
    minutes,
    end_min: start + minutes,
    setup_min: 0,
    cleanup_min: 0,
    unbroken_min: null,
    place: "",
    outdoors: false,
    temperature_c: 20,
    humidity: 50,
    wind_m_s: 0.1,
    sun_w_m2: 0,
    air_said: "",
    sky_said: "",
    sky: "",
    hazards: [],
    dangers: [],
    company: [],
    uses: [],
    cautions: [],
    over: false,
    used_min: 0,
  };
}
const TWO = [session(1, 600, 100), session(2, 600 + 1440, 50)];

describe("the score's time", () => {
  it("gives each session a width by its minutes and folds what lies between", () => {
    const { all, width } = spans(TWO, 1000, 0);
    expect(all).toHaveLength(4);
    expect((all[0]?.width ?? 0) / (all[2]?.width ?? 1)).toBeCloseTo(2);
    expect(all[1]?.width).toBe(FOLD);
    expect(width).toBeCloseTo(1000);
  });

  it("never presses minutes together beyond what can be read", () => {
    expect(spans(TWO, 200, 3).width).toBeGreaterThan(450);
  });
  it("gives each session the room when one of them is looked at, however long it is", () => {
    const { all, width } = spans(TWO, 400, 1.5, 300);
    expect(all.filter((span) => span.session).map((span) => span.width)).toEqual([300, 300]);
    expect(width).toBe(600 + 2 * FOLD);
    expect(placeOf(all, 650)).toBe(150);
    expect(placeOf(all, 600 + 1440 + 25)).toBe(300 + FOLD + 150);
  });

  it("places minutes in their session and within the fold", () => {
    const { all } = spans(TWO, 1000, 0);
    const first = all[0];
    expect(placeOf(all, 600)).toBe(0);
    expect(placeOf(all, 650)).toBeCloseTo((first?.width ?? 0) / 2);
    const night = placeOf(all, 1370);
    expect(night).toBeGreaterThan(first?.width ?? 0);
    expect(night).toBeLessThan((first?.width ?? 0) + FOLD);
    expect(placeOf(all, -500)).toBe(0);
    expect(placeOf(all, 1e9)).toBeCloseTo(1000);
  });

  it("is monotone", () => {
    const { all } = spans(TWO, 800, 1);
    let before = -1;
    for (let minute = 590; minute < 3700; minute += 7) {
      const at = placeOf(all, minute);
      expect(at).toBeGreaterThanOrEqual(before);
      before = at;
    }
  });

  it("without sessions is empty", () => {
    expect(spans([], 500, 1).all).toEqual([]);
    expect(placeOf([], 100)).toBe(0);
  });
});

describe("words on the score", () => {
  it("says what lies between two sessions", () => {
    expect(gapSaid(30)).toBe("30 min");
    expect(gapSaid(180)).toBe("3 h");
    expect(gapSaid(20 * 60)).toBe("night");
    expect(gapSaid(7 * 1440)).toBe("7 days");
  });

  it("says hours as a clock does", () => {
    expect(clock(430)).toBe("7:10");
    expect(clock(1440 * 3 + 5)).toBe("0:05");
  });

  it("marks hours no closer than they can be read", () => {
    const { all } = spans(TWO, 1000, 0);
    const span = all[0];
    if (!span) throw new Error("no span");
    const marks = ticks(span);
    expect(marks.length).toBeGreaterThan(1);
    for (let i = 1; i < marks.length; i++) {
      const apart = placeOf(all, marks[i] ?? 0) - placeOf(all, marks[i - 1] ?? 0);
      expect(apart).toBeGreaterThanOrEqual(50);
    }
  });
});

describe("a drying tail", () => {
  const placement = { end_min: 620, touch_late: 650 } as Placement;

  it("falls from the end of a pass to where it is touch dry", () => {
    const { all } = spans(TWO, 1000, 0);
    const path = tail(all, placement, 40, 30);
    expect(path).toMatch(/^M[\d.]+ 40 L[\d.]+ 70 L[\d.]+ 70Z$/);
  });

  it("is not drawn for what does not dry", () => {
    const { all } = spans(TWO, 1000, 0);
    expect(tail(all, { end_min: 620, touch_late: 620 } as Placement, 40, 30)).toBe("");
  });
});

describe("a pass put by hand", () => {
  const { all } = spans(TWO, 1000, 0);

  it("finds the minute under a place again, in whichever session", () => {
    for (const minute of [600, 650, 699, 2040, 2065]) {
      const found = minuteAt(all, placeOf(all, minute));
      expect(found?.minute).toBeCloseTo(minute, 3);
      expect(found?.session.number).toBe(minute < 2000 ? 1 : 2);
    }
  });

  it("takes the nearer session between two, and their ends beyond them", () => {
    const fold = all[1];
    if (!fold) throw new Error("no fold");
    expect(minuteAt(all, fold.left + 5)).toMatchObject({ minute: 700, session: { number: 1 } });
    expect(minuteAt(all, fold.left + FOLD - 5)).toMatchObject({ minute: 2040, session: { number: 2 } });
    expect(minuteAt(all, -50)?.minute).toBe(600);
    expect(minuteAt(all, 5000)?.minute).toBe(2090);
    expect(minuteAt([], 10)).toBeNull();
  });

  it("snaps to five minutes and never before the session", () => {
    const odd = session(1, 603, 60);
    expect(snapped(631.9, odd)).toBe(630);
    expect(snapped(633, odd)).toBe(635);
    expect(snapped(601, odd)).toBe(603);
  });
});

describe("weeks and months", () => {
  it("runs from the first day to the last thing that dries", () => {
    const found = calendar(TWO, [600 + 9 * 1440], 1200);
    expect(found.start).toBe(0);
    expect(found.days).toBe(11);
    expect(found.perDay * found.days).toBeCloseTo(1200);
    expect(found.ticks[0]).toBe(0);
    expect(found.ticks).toEqual([...found.ticks].sort((a, b) => a - b));
  });

  it("keeps marks apart however long it is", () => {
    for (const days of [2, 20, 90, 400]) {
      const { ticks: marks, perDay } = calendar(TWO, [days * 1440], 900);
      const [first, second] = marks;
      if (second !== undefined && first !== undefined)
        expect(((second - first) / 1440) * perDay).toBeGreaterThan(55);
    }
  });

  it("has room without a session", () => {
    expect(calendar([], [], 300).days).toBeGreaterThanOrEqual(3);
  });

  it("says a day", () => {
    expect(daySaid(Date.UTC(2026, 10, 28) / 60_000 + 430)).toBe("28 Nov");
  });
});
