import js from "@eslint/js";
import prettier from "eslint-config-prettier";
import vue from "eslint-plugin-vue";
import { defineConfig, globalIgnores } from "eslint/config";
import ts from "typescript-eslint";

export default defineConfig(
  globalIgnores(["dist", "src/api/schema.ts", "src/components.d.ts"]),
  js.configs.recommended,
  ts.configs.strict,
  vue.configs["flat/recommended"],
  { files: ["**/*.vue"], languageOptions: { parserOptions: { parser: ts.parser } } },
  { rules: { "no-undef": "off" } },
  prettier,
);
