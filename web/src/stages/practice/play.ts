/** Moves of the playground: which pass comes when, after which wait, as which film. */
import type { Schemas } from "@/api/client";

export type Move = Schemas["PlayMoveView"];

/** Moves as they are sent. */
export function said(moves: readonly Move[]): string {
  return moves.map((each) => `${each.at}.${each.wait}.${each.film}`).join("-");
}
/** Moves with one of them shifted by so many places; waits go along with their pass. */
export function moved(moves: readonly Move[], place: number, by: number): Move[] {
  const next = [...moves];
  const to = place + by;
  const [taken] = next.splice(place, 1);
  if (taken && to >= 0 && to < moves.length) next.splice(to, 0, taken);
  else return [...moves];
  return next;
}
