import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/atkinson-hyperlegible-next/wght-italic.css";
import "@fontsource-variable/piazzolla";
import { createPinia } from "pinia";
import { createApp } from "vue";
import App from "./App.vue";
import { router } from "./router";
import { useServer } from "./stores/server";
import "./styles/base.css";
import { i18n } from "./words";

const app = createApp(App).use(createPinia()).use(router).use(i18n);
useServer();
app.mount("#app");
