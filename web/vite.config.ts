import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

/** Stands for this build: what an older one has kept on a device is not taken for its own. */
const build = Date.now().toString(36);

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      registerType: "autoUpdate",
      injectRegister: null,
      manifest: {
        name: "Rock Pin",
        short_name: "Rock Pin",
        description: "What the wall is, what goes in, where and how deep",
        display: "standalone",
        start_url: "/",
        background_color: "#f1eee5",
        theme_color: "#22272b",
        icons: [{ src: "/mark.svg", sizes: "any", type: "image/svg+xml", purpose: "any" }],
      },
      workbox: {
        // the page itself is given out with a number used once, so it is kept as the server gives it
        globPatterns: ["assets/**/*.{js,css,woff2}", "mark.svg"],
        additionalManifestEntries: [{ url: "/", revision: build }],
        navigateFallback: "/",
        navigateFallbackDenylist: [/^\/api\//, /^\/let-in/],
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  define: { __BUILD__: JSON.stringify(build) },
  // the pages apart: what the first picture needs is there first
  build: { outDir: "../src/rockpin/web", emptyOutDir: true, chunkSizeWarningLimit: 800 },
  // the server puts a number used once here with every page; without it no inline style is taken
  html: { cspNonce: "__NONCE__" },
  server: { proxy: { "/api": "http://127.0.0.1:8765" } },
});
