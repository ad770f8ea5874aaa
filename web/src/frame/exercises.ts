/** The way from a judgement to the drill that trains it, unless practice was declined. */
const KEPT = "practice";
const EXERCISES: Record<string, string> = {
  merged_photo: "edge_rank",
  ladder_conflict: "value_pair",
  drift: "value_name",
  distance_order: "depth_sort",
  dark_first: "order",
  hot_spots: "fault",
  uneven_bays: "bays",
};
export function practiceDeclined(): boolean {
  return localStorage.getItem(KEPT) === "declined";
}
export function declinePractice(): void {
  localStorage.setItem(KEPT, "declined");
}
/** The kind of drill for a kind of judgement; null where none trains it, or practice was declined. */
export function exerciseFor(kind: string): string | null {
  return practiceDeclined() ? null : (EXERCISES[kind] ?? null);
}
