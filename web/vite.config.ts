import vue from "@vitejs/plugin-vue";
import { ElementPlusResolver } from "unplugin-vue-components/resolvers";
import Components from "unplugin-vue-components/vite";
import { defineConfig } from "vitest/config";

const resolver = ElementPlusResolver({ importStyle: process.env.VITEST ? false : "css" });

export default defineConfig({
  plugins: [
    vue({ template: { transformAssetUrls: { includeAbsolute: false } } }),
    Components({ dirs: [], dts: "src/components.d.ts", resolvers: [resolver] }),
  ],
  server: { proxy: { "/api": { target: "http://127.0.0.1:8490" } } },
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
  test: { environment: "happy-dom", server: { deps: { inline: ["element-plus"] } }, setupFiles: "src/testing/words.ts" },
});
