import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/atkinson-hyperlegible-next/wght-italic.css";
import "@fontsource-variable/piazzolla";
import { createPinia } from "pinia";
import { createApp } from "vue";
import App from "./App.vue";
import { router } from "./router";
import { useServer } from "./stores/server";
import "./styles/base.css";

const app = createApp(App).use(createPinia()).use(router);
useServer();
app.mount("#app");
