import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // one bundle: it is served from the same machine and kept by the browser
  build: { outDir: "../src/rockpin/web", emptyOutDir: true, chunkSizeWarningLimit: 800 },
  // the server puts a number used once here with every page; without it no inline style is taken
  html: { cspNonce: "__NONCE__" },
  server: { proxy: { "/api": "http://127.0.0.1:8765" } },
});
