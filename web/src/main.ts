import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/atkinson-hyperlegible-next/wght-italic.css";
import "@fontsource-variable/piazzolla";
import { createPinia } from "pinia";
import { createApp } from "vue";
import App from "./App.vue";
import { router } from "./router";
import { keepAtHand } from "./logic/installed";
import { useServer } from "./stores/server";
import { useSettings } from "./stores/settings";
import "./styles/base.css";
import { useNotices } from "./stores/notices";
import { i18n, t } from "./words";

const app = createApp(App).use(createPinia()).use(router).use(i18n);
useServer();
useSettings();
// What nobody foresaw is said, and the page goes on; what was saved is not touched by it.
const told = (error: unknown) => {
  console.error(error);
  useNotices().say(
    "page",
    t("everywhere.noticeLine.somethingWentWrong", { what: String(error).slice(0, 120) }),
  );
};
app.config.errorHandler = told;
window.addEventListener("unhandledrejection", (event) => told(event.reason));
app.mount("#app");
void keepAtHand();
