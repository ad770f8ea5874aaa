/** The painting on the table, and the deeds on it. Every deed answers with the whole painting as it then stands. */
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import {
  bringLog,
  client,
  content,
  Problem,
  upload,
  type Change,
  type Choices,
  type Incoming,
  type Judgement,
  type Outline,
  type Painting,
  type PaintingChanged,
  type Remedy,
} from "./client";
import { patched } from "./patch";

/** A remedy that changes nothing and only points at something. */
export interface Pointing {
  action: string;
  arguments: Record<string, unknown>;
}
const POINTING = new Set([
  "show_places",
  "show_notes",
  "show_crops",
  "choose_source",
  "choose_departure",
  "press_card",
  "show_lost",
]);

/** Refusals after which the same change may well go through. */
const AGAIN = new Set(["changed_elsewhere", "no_answer"]);

export const useTable = defineStore("table", () => {
  const painting = shallowRef<Painting | null>(null);
  const choices = shallowRef<Choices | null>(null);
  const outlines = shallowRef<Outline[]>([]);
  /** How close the outlines are looked at: 1 for the whole picture, 4 from twice as close on. */
  const closeness = ref<1 | 4>(1);
  const shownBorder = shallowRef<string>("");
  const problem = shallowRef<Problem | null>(null);
  /** A change that was refused through no fault of its own; one press sends it again. */
  const held = shallowRef<Change | null>(null);
  /** Keys of the judgements that came with the last change. */
  const fresh = shallowRef<ReadonlySet<string>>(new Set());
  const news = ref("");
  const busy = ref("");
  /** True while a dialog of a stage is open: it says itself what is wrong. */
  const inDialog = ref(false);
  const plane = ref(1);
  const pass = ref(0);
  const incoming = ref<Incoming[]>([]);
  /** What a remedy points at, for the stage to show. */
  const pointing = shallowRef<Pointing | null>(null);
  let outlineKey = "";
  let busyTimer = 0;
  let queue: Promise<unknown> = Promise.resolve();

  const chosenPlane = computed(
    () => painting.value?.planes.find((each) => each.rank === plane.value) ?? null,
  );
  const chosenPass = computed(
    () => painting.value?.work.passes.find((each) => each.number === pass.value) ?? null,
  );

  function show(found: Painting): void {
    const before = painting.value;
    // What came with the last change is marked until the next one.
    if (before?.id === found.id && before.version !== found.version) {
      const known = new Set(before.judgements.map((each) => each.key));
      fresh.value = new Set(found.judgements.map((each) => each.key).filter((key) => !known.has(key)));
    } else if (before?.id !== found.id) fresh.value = new Set();
    painting.value = found;
    if (plane.value > found.planes.length) plane.value = Math.max(1, found.planes.length);
    void refreshOutlines();
  }

  async function refreshOutlines(): Promise<void> {
    const found = painting.value;
    if (!found) return;
    const key = `${found.outline_key} ${found.id} ${closeness.value}`;
    if (key === outlineKey) return;
    if (!outlineKey.startsWith(`${found.outline_key} ${found.id} `)) shownBorder.value = "";
    outlineKey = key;
    const asked = client.GET("/api/paintings/{painting_id}/outlines", {
      params: { path: { painting_id: found.id }, query: { closeness: closeness.value } },
    });
    const drawn = await content(asked).catch(() => []);
    // An answer that was overtaken by a newer question is no longer wanted.
    if (key === outlineKey) outlines.value = drawn;
  }
  watch(closeness, () => void refreshOutlines());

  function tell(cause: unknown): void {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }

  /** Does something, saying so after 300 ms if it is still going on; true when it went well. */
  async function during(what: string, deed: () => Promise<void>): Promise<boolean> {
    window.clearTimeout(busyTimer);
    busyTimer = window.setTimeout(() => (busy.value = what), 300);
    try {
      await deed();
      return true;
    } catch (cause) {
      tell(cause);
      return false;
    } finally {
      window.clearTimeout(busyTimer);
      busy.value = "";
    }
  }

  async function open(id: number): Promise<void> {
    if (painting.value?.id !== id) {
      painting.value = null;
      outlines.value = [];
      outlineKey = "";
      plane.value = 1;
      pass.value = 0;
    }
    await during("Opening the painting", async () => {
      const asked = client.GET("/api/paintings/{painting_id}", { params: { path: { painting_id: id } } });
      show(await content(asked));
    });
  }

  /** One deed after the other: each is made on the painting as the one before left it, however fast the hand is. */
  function inTurn<T>(deed: () => Promise<T>): Promise<T> {
    const turn = queue.then(deed);
    queue = turn.catch(() => undefined);
    return turn;
  }

  /** Makes a change; false when it was refused, with the reason shown and nothing lost. */
  function change(made: Change): Promise<boolean> {
    return inTurn(() => changeNow(made));
  }

  async function changeNow(made: Change): Promise<boolean> {
    const found = painting.value;
    if (!found) return false;
    problem.value = null;
    held.value = null;
    const went = await during("Working it out", async () => {
      const asked = client.POST("/api/paintings/{painting_id}/changes", {
        params: { path: { painting_id: found.id } },
        body: { version: found.version, shown: found.mark, change: made },
      });
      await settle(asked, found.id);
      // What was done is said in the foot until the next deed.
      news.value = painting.value?.history.undo ?? "";
    });
    const refused = problem.value as Problem | null;
    if (!went && refused && AGAIN.has(refused.code)) held.value = made;
    return went;
  }

  /** Sends again what was refused since the painting had been changed elsewhere, or the application was away. */
  async function sendAgain(): Promise<void> {
    if (held.value) await change(held.value);
  }

  /** Looks whether the painting was changed in another tab while this one was left. */
  async function lookAgain(): Promise<void> {
    const found = painting.value;
    if (!found || busy.value || inDialog.value) return;
    const asked = client.GET("/api/paintings/{painting_id}/version", {
      params: { path: { painting_id: found.id } },
    });
    const kept = await content(asked).catch(() => null);
    if (kept && painting.value?.id === found.id && kept.version > painting.value.version)
      await open(found.id);
  }

  async function settle(
    asked: Promise<{ data?: Painting | PaintingChanged; error?: unknown; response: Response }>,
    id: number,
  ) {
    try {
      const answer = await content(asked);
      if (!("patch" in answer)) show(answer);
      else if (painting.value?.mark === answer.since) show(patched(painting.value, answer.patch));
      else await open(id);
    } catch (cause) {
      if (cause instanceof Problem && cause.code === "changed_elsewhere") await open(id);
      throw cause;
    }
  }

  function step(way: "undo" | "redo"): Promise<void> {
    return inTurn(() => stepNow(way));
  }

  async function stepNow(way: "undo" | "redo"): Promise<void> {
    const found = painting.value;
    if (!found) return;
    problem.value = null;
    const what = way === "undo" ? found.history.undo : found.history.redo;
    if (!what) return;
    const options = {
      params: { path: { painting_id: found.id } },
      body: { version: found.version, shown: found.mark },
    };
    const went = await during("Stepping through the history", () =>
      settle(
        way === "undo"
          ? client.POST("/api/paintings/{painting_id}/undo", options)
          : client.POST("/api/paintings/{painting_id}/redo", options),
        found.id,
      ),
    );
    if (went) news.value = `${way === "undo" ? "Taken back" : "Done again"}: ${what}`;
  }

  /** Applies a remedy: some only point at a place, the others change the plan. */
  async function apply(remedy: Remedy): Promise<void> {
    const given = remedy.arguments as Record<string, number>;
    if (remedy.action === "show_border") {
      await showBorder(given.far ?? 1, given.near ?? 2);
    } else if (remedy.action === "choose_plane") {
      plane.value = given.plane ?? 1;
    } else if (remedy.action === "mark_plane") {
      plane.value = given.plane ?? 1;
      pointing.value = { action: remedy.action, arguments: remedy.arguments };
    } else if (POINTING.has(remedy.action)) {
      pointing.value = { action: remedy.action, arguments: remedy.arguments };
    } else {
      await change({ action: remedy.action, ...remedy.arguments } as Change);
    }
  }

  async function showBorder(far: number, near: number): Promise<void> {
    const found = painting.value;
    if (!found) return;
    plane.value = near;
    await during("Finding the border", async () => {
      const asked = client.GET("/api/paintings/{painting_id}/border", {
        params: { path: { painting_id: found.id }, query: { far, near } },
      });
      shownBorder.value = (await content(asked)).path;
    });
  }

  /** Draw what a water mirrors over the photo; what is to be mixed is given back. */
  async function showMirror(water: number): Promise<string> {
    const found = painting.value;
    let said = "";
    if (!found) return said;
    await during("Mirroring", async () => {
      const asked = client.GET("/api/paintings/{painting_id}/mirror", {
        params: { path: { painting_id: found.id }, query: { plane: water } },
      });
      const shown = await content(asked);
      shownBorder.value = shown.path;
      said = shown.said;
    });
    return said;
  }

  async function meanItSo(judgement: Judgement, reason: string): Promise<void> {
    await change({ action: "mean_it_so", key: judgement.key, reason });
  }

  async function loadChoices(): Promise<Choices> {
    choices.value ??= await content(client.GET("/api/choices"));
    return choices.value;
  }

  /** Cuts sketches out of a page; their numbers, or none when it was refused. */
  function cutSketches(source: number, corners: [number, number][][]): Promise<number[]> {
    return inTurn(async () => {
      const found = painting.value;
      if (!found) return [];
      problem.value = null;
      let made: number[] = [];
      await during("Straightening the sketch", async () => {
        const asked = client.POST("/api/paintings/{painting_id}/sources/{number}/sketches", {
          params: { path: { painting_id: found.id, number: source } },
          body: { version: found.version, corners },
        });
        const answer = await content(asked);
        made = answer.sources;
        show(answer.painting);
      });
      return made;
    });
  }

  /** Brings pictures one after the other; each can be stopped, and one that fails does not stop the rest. */
  async function bring(files: File[], kind: "photo" | "progress" = "photo"): Promise<void> {
    problem.value = null;
    for (const file of files) await inTurn(() => bringOne(file, kind));
  }

  /** Takes the log of a field sheet into the painting. */
  function bringFieldLog(file: File): Promise<void> {
    return inTurn(async () => {
      const found = painting.value;
      if (!found) return;
      problem.value = null;
      await during("Taking the log in", async () => {
        show(await bringLog(found.id, found.version, file).done);
        news.value = painting.value?.history.undo ?? "";
      });
    });
  }

  /** Has the camera that stands in take a photo of the simulated painting. */
  function photograph(): Promise<void> {
    return inTurn(async () => {
      const found = painting.value;
      if (!found) return;
      problem.value = null;
      await during("Taking a photo", async () => {
        const asked = client.POST("/api/paintings/{painting_id}/camera", {
          params: { path: { painting_id: found.id } },
          body: { version: found.version },
        });
        show(await content(asked));
      });
    });
  }

  async function bringOne(file: File, kind: "photo" | "progress"): Promise<void> {
    const found = painting.value;
    if (!found) return;
    const sent = upload(
      found.id,
      found.version,
      file,
      (share) => {
        incoming.value = incoming.value.map((each) => (each.name === file.name ? { ...each, share } : each));
      },
      kind,
    );
    incoming.value = [...incoming.value, { name: file.name, share: 0, cancel: sent.cancel }];
    try {
      const taken = await sent.done;
      show(taken.painting);
      news.value = taken.new ? `${taken.name} is here.` : `${taken.name} was here already: the same picture.`;
    } catch (cause) {
      if (cause instanceof Problem && cause.code === "changed_elsewhere") await open(found.id);
      tell(cause);
    } finally {
      incoming.value = incoming.value.filter((each) => each.name !== file.name);
    }
  }

  return {
    painting,
    choices,
    outlines,
    closeness,
    shownBorder,
    showMirror,
    problem,
    news,
    busy,
    inDialog,
    plane,
    pass,
    incoming,
    chosenPlane,
    chosenPass,
    open,
    held,
    fresh,
    sendAgain,
    lookAgain,
    change,
    step,
    apply,
    meanItSo,
    loadChoices,
    pointing,
    cutSketches,
    photograph,
    bringFieldLog,
    bring,
  };
});
