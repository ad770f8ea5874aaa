import { cpSync } from "node:fs";
import { fileURLToPath } from "node:url";
import vue from "@vitejs/plugin-vue";
import { defineConfig, type Plugin } from "vite";
import vuetify from "vite-plugin-vuetify";

/** Puts the API documentation's own files beside the built pages, so that it loads nothing from elsewhere. */
function apiDocs(): Plugin {
  return {
    name: "api-docs",
    closeBundle() {
      for (const file of ["swagger-ui.css", "swagger-ui-bundle.js"]) {
        cpSync(`node_modules/swagger-ui-dist/${file}`, `dist/apidocs/${file}`);
      }
    },
  };
}

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), apiDocs()],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  // Fonts as files, never as data addresses: the page's policy allows fonts from here only.
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  server: { proxy: { "/api": "http://127.0.0.1:8765" } },
});
