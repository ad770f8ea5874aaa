/** The way from a judgement to the drill that trains it, unless practice was declined. */
const KEPT = "practice";
const EXERCISES: Record<string, string> = {
  borders_merge: "edge_merged",
  dark_first: "order",
  dark_too_far_back: "fault",
  distance_order: "depth_sort",
  drift: "value_name",
  effort_buried: "order",
  far_after_near: "order",
  glaze_too_early: "wait",
  hot_spots: "fault",
  ladder_conflict: "value_pair",
  leads_out: "fault",
  leaning_uprights: "uprights",
  leaning_water: "tilt",
  lonely_hue: "echo",
  merged_photo: "edge_merged",
  tacky_rework: "dry_now",
  uneven_bays: "bays",
  wet_under: "dry_now",
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
