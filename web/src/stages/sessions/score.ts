/** Where things stand on the score: minutes of the clock to places on the drawing, nights and weeks folded. */
import type { Placement, Session } from "@/api/client";

export interface Span {
  session: Session | null;
  start: number;
  end: number;
  left: number;
  width: number;
}

export const FOLD = 58;

/**
 * One span per session, as wide as it is long, and a narrow fold between two sessions. With `each` every session has
 * that width instead, however long it is: one fills the room, the next waits beside it.
 */
export function spans(
  sessions: Session[],
  room: number,
  leastPerMinute: number,
  each = 0,
): { all: Span[]; width: number } {
  const minutes = sessions.reduce((sum, session) => sum + session.minutes, 0);
  const folds = FOLD * sessions.length;
  const scale = Math.max(leastPerMinute, (room - folds) / Math.max(1, minutes));
  const all: Span[] = [];
  let left = 0;
  sessions.forEach((session, at) => {
    const width = each || session.minutes * scale;
    all.push({ session, start: session.start_min, end: session.end_min, left, width });
    left += width;
    const next = sessions[at + 1];
    all.push({
      session: null,
      start: session.end_min,
      end: next?.start_min ?? session.end_min + 1440,
      left,
      width: FOLD,
    });
    left += FOLD;
  });
  return { all, width: left };
}

/** Place of a minute; within a fold it runs evenly from its beginning to its end. */
export function placeOf(all: Span[], minute: number): number {
  const first = all[0];
  const last = all.at(-1);
  if (!first || !last) return 0;
  if (minute <= first.start) return first.left;
  for (const span of all) {
    if (minute <= span.end) {
      const share = (minute - span.start) / Math.max(1, span.end - span.start);
      return span.left + span.width * Math.max(0, share);
    }
  }
  return last.left + last.width;
}

/** What lies between two sessions, in words. */
export function gapSaid(minutes: number): string {
  if (minutes < 60) return `${Math.round(minutes)} min`;
  if (minutes < 18 * 60) return `${Math.round(minutes / 60)} h`;
  const days = Math.round(minutes / 1440);
  return days <= 1 ? "night" : `${days} days`;
}

/** Hours for the axis of a session: every 20 minutes, or more rarely where it is narrow. */
export function ticks(span: Span): number[] {
  const perMinute = span.width / Math.max(1, span.end - span.start);
  const step = [10, 20, 30, 60, 120].find((each) => each * perMinute >= 52) ?? 240;
  const first = Math.ceil(span.start / step) * step;
  const found: number[] = [];
  for (let minute = first; minute <= span.end - 4; minute += step) found.push(minute);
  return found;
}

export function clock(minute: number): string {
  const day = ((minute % 1440) + 1440) % 1440;
  return `${Math.floor(day / 60)}:${String(Math.floor(day % 60)).padStart(2, "0")}`;
}

/** The drying tail: from the end of a pass, falling to the ground where it is touch dry. */
export function tail(all: Span[], placement: Placement, top: number, height: number): string {
  const end = placeOf(all, placement.end_min);
  const dry = placeOf(all, placement.touch_late);
  if (dry - end < 1) return "";
  return `M${end.toFixed(1)} ${top} L${dry.toFixed(1)} ${top + height} L${end.toFixed(1)} ${top + height}Z`;
}

/** Minute under a place on the drawing, and the session it lies in; between two sessions the nearer one. */
export function minuteAt(all: Span[], x: number): { session: Session; minute: number } | null {
  let best: { session: Session; minute: number; far: number } | null = null;
  for (const span of all) {
    if (!span.session) continue;
    const inside = Math.min(Math.max(x, span.left), span.left + span.width);
    const far = Math.abs(x - inside);
    if (best && best.far <= far) continue;
    const share = (inside - span.left) / Math.max(1, span.width);
    best = { session: span.session, minute: span.start + share * (span.end - span.start), far };
  }
  return best && { session: best.session, minute: best.minute };
}

export const SNAP_MIN = 5;

/** To the next five minutes of the clock, never before a session begins. */
export function snapped(minute: number, session: Session): number {
  return Math.max(session.start_min, Math.round(minute / SNAP_MIN) * SNAP_MIN);
}

const DAY = 1440;

/** Days from the first session to the last thing that dries, evenly: what weeks of drying look like. */
export function calendar(
  sessions: Session[],
  until: number[],
  room: number,
): { start: number; days: number; perDay: number; ticks: number[] } {
  const start = Math.floor((sessions[0]?.start_min ?? 0) / DAY) * DAY;
  const last = Math.max(start + DAY, sessions.at(-1)?.end_min ?? start, ...until);
  const days = Math.max(3, Math.ceil((last - start) / DAY) + 1);
  const perDay = Math.max(room / days, 1.5);
  const step = [1, 2, 7, 14, 28, 56].find((each) => each * perDay >= 62) ?? 112;
  const ticks: number[] = [];
  for (let day = 0; day <= days; day += step) ticks.push(start + day * DAY);
  return { start, days, perDay, ticks };
}

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** A day on the calendar, short; clock minutes count from the first day of 1970, without a zone. */
export function daySaid(minute: number): string {
  const date = new Date(minute * 60_000);
  return `${date.getUTCDate()} ${MONTHS[date.getUTCMonth()] ?? ""}`;
}
