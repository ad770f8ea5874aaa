/** What is wrong with a number that was typed. */

export interface Bounds {
  /** The least there may be. */
  min?: number;
  /** The most there may be. */
  max?: number;
  /** Whether there has to be one. */
  required?: boolean;
}

/** A few figures in front and three behind: a thousand to some, a decimal to others; none begins with a nought. */
const EITHER_WAY = /^[1-9]\d{0,2}\.\d{3}$/;

/** What stands in a field: its text with a point, where the next letter comes, and whether that point was a lone comma. */
export interface Typed {
  text: string;
  caret: number;
  comma: boolean;
}

/**
 * Read commas as one writes them: a lone one is a point; before a point, or more than one, they part thousands; after a
 * point it is the point, and that one parted thousands.
 *
 * @param before What stands before the place at which is typed.
 * @param data What is typed or pasted there.
 * @param after What stands after it.
 * @param comma Whether the point that stands there was typed as a comma.
 */
export function readCommas(before: string, data: string, after: string, comma: boolean): Typed {
  const was = (text: string): string => (comma ? text.replaceAll(".", ",") : text);
  const head = was(before) + data;
  const raw = head + was(after);
  const commas = raw.split(",").length - 1;
  const point = raw.indexOf(".");
  const lone = commas === 1 && point < 0;
  const parts = commas === 1 && point >= 0 && point < raw.indexOf(",") ? "." : ",";
  const read = (text: string): string => (lone ? text : text.replaceAll(parts, "")).replaceAll(",", ".");
  return { text: read(raw), caret: read(head).length, comma: lone };
}

/**
 * What is wrong with it, in words that stand beside the field; "" where nothing is.
 *
 * @param text What stands in the field.
 * @param number What it was read as.
 * @param comma Whether a comma was typed for the point.
 */
export function faultOf(text: string, number: number | null, comma: boolean, bounds: Bounds): string {
  if (number === null) return bounds.required ? "A number is needed here." : "";
  if (comma && EITHER_WAY.test(text)) {
    const [front, behind] = text.split(".") as [string, string];
    return `Is that ${front}${behind}, or ${Number(text)}? Write it so.`;
  }
  if (bounds.min !== undefined && number < bounds.min) return `At least ${bounds.min}.`;
  if (bounds.max !== undefined && number > bounds.max) return `At most ${bounds.max}.`;
  return "";
}
