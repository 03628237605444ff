import vue from "@vitejs/plugin-vue";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [vue()],
  build: { chunkSizeWarningLimit: 1200, assetsInlineLimit: 0 },
  server: { proxy: { "/api": process.env.TINSHELF ?? "http://127.0.0.1:7080" } },
});
