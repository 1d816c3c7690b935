import { createRouter, createWebHistory } from "vue-router";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "cards", component: () => import("./pages/CardsPage.vue") },
    { path: "/desk/:id", name: "desk", component: () => import("./pages/DeskPage.vue"), props: true },
    { path: "/bench/:id", name: "bench", component: () => import("./pages/BenchPage.vue"), props: true },
    { path: "/:rest(.*)", redirect: "/" },
  ],
});
