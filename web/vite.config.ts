import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react()],
  build: {
    // The content security policy allows no inline files but images.
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ["import"] } } },
  // Cargo builds beside it: what takes a moment alone may take many.
  test: { testTimeout: 60_000 },
  server: { proxy: { "/api": "http://127.0.0.1:7390" } },
});
