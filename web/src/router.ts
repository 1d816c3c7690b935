import { nextTick } from "vue";
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
  settings: () => import("./pages/SettingsPage.vue"),
  nowhere: () => import("./pages/NowherePage.vue"),
};

const LONGEST_WAIT_MS = 1500;

export const router = createRouter({
  history: createWebHistory(),
  // Back shows what was seen: as far down as it was, once the page stands again. A new page begins at its top.
  scrollBehavior: (to, from, saved) =>
    to.path === from.path ? false : saved ? standsAgain(saved) : { top: 0, left: 0 },
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
    { path: "/settings", name: "settings", component: PAGES.settings },
    { path: "/:rest(.*)", name: "nowhere", component: PAGES.nowhere },
  ],
});

/** A place on a page, as soon as the page is as high as that again, or after a while whatever it is. */
function standsAgain(at: { left: number; top: number }) {
  return new Promise<typeof at>((done) => {
    const until = Date.now() + LONGEST_WAIT_MS;
    (function look() {
      const reached = document.documentElement.scrollHeight >= at.top + window.innerHeight;
      if (reached || Date.now() > until) done(at);
      else requestAnimationFrame(look);
    })();
  });
}

router.afterEach((to, from, failure) => {
  if (failure || to.path === from.path) return;
  useNotices().leavePage();
  if (from.matched.length) void nextTick(() => focusPage());
});
/** Who reads by ear or goes by keys is at the beginning of the new page, and not nowhere. */
function focusPage(until = Date.now() + LONGEST_WAIT_MS) {
  if (document.activeElement && document.activeElement !== document.body) return;
  const heading = document.querySelector<HTMLElement>("h1");
  if (!heading) {
    if (Date.now() < until) requestAnimationFrame(() => focusPage(until)); // it comes with what the page shows
    return;
  }
  heading.tabIndex = -1;
  heading.focus({ preventScroll: true });
}
router.onError((error) => {
  // A part of a page that was not fetched is told by the browser as that alone; anything else is a fault of the page.
  const notFetched = error instanceof TypeError && /import|module|fetch/i.test(error.message);
  useNotices().say(
    "way",
    notFetched
      ? t("everywhere.router.thatPageCannotBeOpened")
      : t("everywhere.noticeLine.somethingWentWrong", { what: String(error).slice(0, 120) }),
  );
});
void router.isReady().then(() => {
  for (const page of Object.values(PAGES)) void page().catch(() => undefined);
});
