import { createRouter, createWebHistory } from "vue-router";
import { useNotices } from "./stores/notices";
import { t } from "./words";

/** Every page, fetched when it is first wanted, and all of them once the first one stands: ways go on while the server is away. */
const PAGES = {
  cards: () => import("./pages/CardsPage.vue"),
  desk: () => import("./pages/DeskPage.vue"),
  pieces: () => import("./pages/PiecesPage.vue"),
  day: () => import("./pages/DayPage.vue"),
  shelf: () => import("./pages/ShelfPage.vue"),
  stencils: () => import("./pages/StencilsPage.vue"),
  bench: () => import("./pages/BenchPage.vue"),
  crossings: () => import("./pages/CrossingsPage.vue"),
  trainer: () => import("./pages/TrainerPage.vue"),
  journal: () => import("./pages/JournalPage.vue"),
  nowhere: () => import("./pages/NowherePage.vue"),
};

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "cards", component: PAGES.cards },
    { path: "/desk/:id", name: "desk", component: PAGES.desk, props: true },
    { path: "/desk/:id/pieces", name: "pieces", component: PAGES.pieces, props: true },
    { path: "/desk/:id/day", name: "day", component: PAGES.day, props: true },
    { path: "/shelf", name: "shelf", component: PAGES.shelf },
    { path: "/stencils", name: "stencils", component: PAGES.stencils },
    { path: "/bench/:id", name: "bench", component: PAGES.bench, props: true },
    { path: "/crossings", name: "crossings", component: PAGES.crossings },
    { path: "/trainer", name: "trainer", component: PAGES.trainer },
    { path: "/journal", name: "journal", component: PAGES.journal },
    { path: "/:rest(.*)", name: "nowhere", component: PAGES.nowhere },
  ],
});

router.afterEach((to, from) => {
  if (to.path !== from.path) useNotices().leavePage();
});
router.onError(() => {
  useNotices().say("way", t("everywhere.router.thatPageCannotBeOpened"));
});
void router.isReady().then(() => {
  for (const page of Object.values(PAGES)) void page().catch(() => undefined);
});
