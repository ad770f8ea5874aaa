import js from "@eslint/js";
import vue from "eslint-plugin-vue";
import globals from "globals";
import ts from "typescript-eslint";
import vueParser from "vue-eslint-parser";

export default [
  { ignores: ["dist/**", "src/api/schema.d.ts", "public/**"] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...vue.configs["flat/recommended"],
  {
    files: ["**/*.{ts,vue}"],
    languageOptions: {
      parser: vueParser,
      parserOptions: { parser: ts.parser, sourceType: "module" },
      globals: globals.browser,
    },
    rules: {
      // Layout is prettier's business.
      "vue/max-attributes-per-line": "off",
      "vue/singleline-html-element-content-newline": "off",
      "vue/html-self-closing": "off",
      "vue/html-indent": "off",
      "vue/html-closing-bracket-newline": "off",
      "vue/multiline-html-element-content-newline": "off",
      "vue/attributes-order": "off",
      "no-undef": "off",
      "no-restricted-globals": "off",
    },
  },
  {
    // No component fetches by itself: it asks the store.
    files: ["**/*.vue"],
    rules: { "no-restricted-globals": ["error", "fetch", "XMLHttpRequest"] },
  },
];
