/** Which drill trains what a judgement found, for two minutes of practice. */
const EXERCISES: Record<string, string> = {
  merged_photo: "edge_rank",
  ladder_conflict: "value_pair",
  drift: "value_name",
  distance_order: "depth_sort",
  dark_first: "order",
  hot_spots: "fault",
  uneven_bays: "bays",
};
/** The kind of drill for a kind of judgement; null where none trains it, or practice was declined. */
export function exerciseFor(kind: string): string | null {
  return localStorage.getItem("practice") === "declined" ? null : (EXERCISES[kind] ?? null);
}
