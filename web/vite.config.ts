import { createHash } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import vue from "@vitejs/plugin-vue";
import { ElementPlusResolver } from "unplugin-vue-components/resolvers";
import Components from "unplugin-vue-components/vite";
import type { Plugin } from "vite";
import { defineConfig } from "vitest/config";

/** What keeps the pages when the server is away (public/sw.js) is told which there are in this build. */
const keptAtHand: Plugin = {
  name: "kept-at-hand",
  writeBundle({ dir = "dist" }, bundle) {
    const pages = Object.keys(bundle).filter((name) => name.startsWith("assets/"));
    const build = createHash("sha256").update(pages.join()).digest("hex").slice(0, 10);
    const file = join(dir, "sw.js");
    const text = readFileSync(file, "utf8");
    writeFileSync(
      file,
      text
        .replace('"this-build"', `"${build}"`)
        .replace("[/* all pages */]", JSON.stringify(pages.map((name) => `/${name}`))),
    );
  },
};

const resolver = ElementPlusResolver({ importStyle: process.env.VITEST ? false : "css" });

export default defineConfig({
  plugins: [
    keptAtHand,
    vue({ template: { transformAssetUrls: { includeAbsolute: false } } }),
    Components({ dirs: [], dts: "src/components.d.ts", resolvers: [resolver] }),
  ],
  server: { proxy: { "/api": { target: "http://127.0.0.1:8490" } } },
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
  test: {
    environment: "happy-dom",
    // A machine that does other things meanwhile is no fault.
    testTimeout: 30_000,
    server: { deps: { inline: ["element-plus"] } },
    setupFiles: "src/testing/words.ts",
  },
});
