<script setup lang="ts">
/** What every film is now; a finger at the rim is told by one press and comes before the clock. */
import { ref } from "vue";
import { useEasel, type FilmNow } from "./easel";

defineProps<{
  /** Films of what is painted, the newest first. */
  films: FilmNow[];
}>();
const easel = useEasel();
const open = ref(0);
const FOUND: [FoundWord, string][] = [
  ["wet", "wet"],
  ["tacky", "tacky"],
  ["dry", "dry"],
];
type FoundWord = "wet" | "tacky" | "dry";
const SIGN: Record<string, string> = { wet: "≈", tacky: "∴", touch_dry: "–", dry_through: "=" };
async function touch(number: number, found: FoundWord): Promise<void> {
  await easel.press({ action: "touch_paint", number, found });
  open.value = 0;
}
</script>

<template>
  <section class="films" aria-label="The paint now">
    <h2>The paint now</h2>
    <ul>
      <li v-for="each in films" :key="each.number">
        <button :aria-expanded="open === each.number" @click="open = open === each.number ? 0 : each.number">
          <i aria-hidden="true">{{ SIGN[each.state] }}</i>
          <span
            ><b>{{ each.said }}</b> {{ each.clock_said }}</span
          >
        </button>
        <p
          v-if="open === each.number"
          class="touch"
          role="group"
          :aria-label="`What a finger finds of ${each.said}`"
        >
          A finger at the rim finds it
          <button v-for="[key, said] in FOUND" :key="key" class="do" @click="touch(each.number, key)">
            {{ said }}
          </button>
        </p>
      </li>
    </ul>
    <p class="small">Estimates from the air of the session. Touch the paint before you trust them.</p>
  </section>
</template>

<style scoped>
.films li > button {
  display: flex;
  gap: 10px;
  width: 100%;
  min-height: 44px;
  padding: 4px 0;
  text-align: left;
  align-items: baseline;
  border-bottom: 1px solid var(--hair);
}
.films i {
  flex: none;
  width: 16px;
  font-style: normal;
  font-weight: 700;
  font-size: 19px;
}
.films b {
  display: block;
}
.touch {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 8px 0;
}
.touch .do {
  min-height: 44px;
  min-width: 64px;
}
.small {
  margin-top: 6px;
  font-size: 14.5px;
  color: var(--ink2);
}
</style>
