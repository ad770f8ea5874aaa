/** Addresses: the shelf, and each painting's stages. */
import { createRouter, createWebHistory } from "vue-router";
import { STAGES } from "./frame/stages";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "shelf", component: () => import("./stages/shelf/ShelfStage.vue") },
    { path: "/practice/play", name: "play", component: () => import("./stages/practice/PlayStage.vue") },
    { path: "/practice", name: "practice", component: () => import("./stages/practice/PracticeStage.vue") },
    {
      path: "/paintings/:id(\\d+)",
      component: () => import("./frame/PaintingFrame.vue"),
      children: [
        { path: "", redirect: (to) => `${to.path.replace(/\/$/, "")}/planes` },
        ...STAGES.map((stage) => ({ path: stage.key, name: stage.key, component: stage.page })),
      ],
    },
    { path: "/:rest(.*)*", redirect: "/" },
  ],
});
