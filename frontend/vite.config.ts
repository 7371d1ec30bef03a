import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: "../src/deep_amber/web/static",
    emptyOutDir: true,
    chunkSizeWarningLimit: 1500,
    assetsInlineLimit: 0,
  },
  // The guide and its pictures lie beside the front end.
  server: { fs: { allow: [".."] }, proxy: { "/api": "http://127.0.0.1:8732" } },
});
