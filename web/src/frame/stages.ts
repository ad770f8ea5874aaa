/** The stages on the horizon line, in the order in which painters work. Only those that are built stand on it. */
import type { Component } from "vue";

export interface Stage {
  key: string;
  name: string;
  page: () => Promise<Component>;
}

export const STAGES: Stage[] = [
  { key: "sources", name: "Sources", page: () => import("../stages/sources/SourcesStage.vue") },
  { key: "thumbnails", name: "Thumbnails", page: () => import("../stages/thumbnails/ThumbnailsStage.vue") },
  { key: "planes", name: "Planes", page: () => import("../stages/planes/PlanesStage.vue") },
  { key: "mixes", name: "Mixes", page: () => import("../stages/mixes/MixesStage.vue") },
  { key: "passes", name: "Passes", page: () => import("../stages/passes/PassesStage.vue") },
  { key: "sessions", name: "Sessions", page: () => import("../stages/sessions/SessionsStage.vue") },
  { key: "easel", name: "Easel", page: () => import("../stages/easel/EaselStage.vue") },
  { key: "log", name: "Log", page: () => import("../stages/log/LogStage.vue") },
];
