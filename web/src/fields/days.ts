/** Days and hours as they are written here, and as people type them. */

const MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
];

/** "2026-11-29" as "29 November 2026"; anything else stays as it is. */
export function sayDay(day: string): string {
  const [, year, month, date] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day) ?? [];
  const name = MONTHS[Number(month) - 1];
  return name ? `${Number(date)} ${name} ${year}` : day;
}

/** Year, month and day as "2026-11-29"; null where the calendar has no such day. */
function isoDay(year: number, month: number, date: number): string | null {
  const at = new Date(Date.UTC(year, month - 1, date));
  const real = at.getUTCFullYear() === year && at.getUTCMonth() === month - 1 && at.getUTCDate() === date;
  return real && year >= 1900 && year <= 2200 ? at.toISOString().slice(0, 10) : null;
}

/** The number of a month from its name or the beginning of it; 0 if it is none. */
function monthOf(word: string): number {
  const wanted = word.toLowerCase().replace(/\.$/, "");
  const fits = MONTHS.filter((each) => each.toLowerCase().startsWith(wanted));
  return wanted.length >= 3 && fits.length === 1 ? MONTHS.indexOf(fits[0] ?? "") + 1 : 0;
}

/**
 * A day as typed: "29 November", "29 Nov 2026", "29.11.2026", "2026-11-29"; the day before the month, as it is said.
 * Without a year it is the next such day from `near` on ("2026-11-29"). Null if it cannot be read.
 */
export function readDay(typed: string, near: string): string | null {
  const text = typed.trim().replace(/,/g, " ");
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  if (iso) return isoDay(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const words = /^(\d{1,2})\.? +([A-Za-z]+\.?)(?: +(\d{4}))?$/.exec(text);
  const turned = /^([A-Za-z]+\.?) +(\d{1,2})(?: +(\d{4}))?$/.exec(text);
  const figures = /^(\d{1,2})[./-](\d{1,2})(?:[./-](\d{4}|\d{2})?)?$/.exec(text);
  const [date, month, year] = words
    ? [Number(words[1]), monthOf(words[2] ?? ""), words[3]]
    : turned
      ? [Number(turned[2]), monthOf(turned[1] ?? ""), turned[3]]
      : figures
        ? [Number(figures[1]), Number(figures[2]), figures[3]]
        : [0, 0, undefined];
  if (!date || !month) return null;
  if (year) return isoDay(year.length === 2 ? 2000 + Number(year) : Number(year), month, date);
  const from = Number(near.slice(0, 4)) || 2000;
  const next = isoDay(from, month, date);
  return next !== null && next < near ? isoDay(from + 1, month, date) : next;
}

/** An hour as typed: "9", "9:30", "9.30", "0930", "7 pm"; as "09:30". Null if it cannot be read. */
export function readHour(typed: string): string | null {
  const text = typed.trim().toLowerCase();
  const [, hours, minutes, half] = /^(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(am|pm)?$/.exec(text) ?? [];
  if (hours === undefined) return null;
  let hour = Number(hours);
  const minute = Number(minutes ?? 0);
  if (half) {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (half === "pm" ? 12 : 0);
  }
  if (hour > 23 || minute > 59) return null;
  return `${String(hour).padStart(2, "0")}:${String(minute).padStart(2, "0")}`;
}

/** "09:30" as it is written here: "9:30". */
export function sayHour(hour: string): string {
  return hour.replace(/^0(?=\d:)/, "");
}

/** An hour moved by so many minutes, round the clock. */
export function hourMoved(hour: string, minutes: number): string {
  const [hours, past] = hour.split(":").map(Number);
  const at = ((((hours ?? 0) * 60 + (past ?? 0) + minutes) % 1440) + 1440) % 1440;
  return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}
