import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: {
    // The content security policy allows no inline files but images.
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ["import"] } } },
  server: { proxy: { "/api": "http://127.0.0.1:7390" } },
});
