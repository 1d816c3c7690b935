import { createRouter, createWebHistory } from "vue-router";
import { useNotices } from "./stores/notices";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "cards", component: () => import("./pages/CardsPage.vue") },
    { path: "/desk/:id", name: "desk", component: () => import("./pages/DeskPage.vue"), props: true },
    {
      path: "/desk/:id/pieces",
      name: "pieces",
      component: () => import("./pages/PiecesPage.vue"),
      props: true,
    },
    { path: "/desk/:id/day", name: "day", component: () => import("./pages/DayPage.vue"), props: true },
    { path: "/stencils", name: "stencils", component: () => import("./pages/StencilsPage.vue") },
    { path: "/bench/:id", name: "bench", component: () => import("./pages/BenchPage.vue"), props: true },
    { path: "/crossings", name: "crossings", component: () => import("./pages/CrossingsPage.vue") },
    { path: "/:rest(.*)", name: "nowhere", component: () => import("./pages/NowherePage.vue") },
  ],
});

router.afterEach((to, from) => {
  if (to.path !== from.path) useNotices().leavePage();
});
