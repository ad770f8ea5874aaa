/** Photos that swatches can be read off: only those whose card was pressed say what is white. */
import { computed, ref, type ComputedRef, type Ref } from "vue";
import type { Source } from "@/api/client";
import { useTable } from "@/api/store";

export function useCardedPhotos(): {
  source: Ref<number>;
  photos: ComputedRef<Source[]>;
  photo: ComputedRef<Source | undefined>;
} {
  const table = useTable();
  /** Number of the photo that is chosen; the first one while it is none of them. */
  const source = ref(0);
  const photos = computed(() => (table.painting?.sources ?? []).filter((each) => each.card));
  const photo = computed(() => photos.value.find((each) => each.number === source.value) ?? photos.value[0]);
  return { source, photos, photo };
}

export const WITHOUT_CARD =
  "Photograph your swatches beside a white and a grey, bring the photo on Sources, and press white and grey there " +
  "(Card). Then read them here.";
