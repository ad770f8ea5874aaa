/** What is wrong with a number that was typed. */

export interface Bounds {
  /** The least there may be. */
  min?: number;
  /** The most there may be. */
  max?: number;
  /** Whether there has to be one. */
  required?: boolean;
}

/** One or two figures in front and three behind: a thousand to some, a decimal to others. */
const EITHER_WAY = /^\d{1,3}\.\d{3}$/;

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
