import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/atkinson-hyperlegible-next/wght-italic.css";
import "@fontsource-variable/piazzolla";
import { createApp } from "vue";
import App from "./App.vue";
import { router } from "./router";
import "./styles/base.css";

createApp(App).use(router).mount("#app");
