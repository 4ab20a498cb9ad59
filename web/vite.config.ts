import react from "@vitejs/plugin-react";
import { type Plugin, defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

/** The page every address of the web is, as the server gives it with its policy. */
const SHELL = "/shell";
const MOST_BYTES = 24 * 1024 * 1024;

/** Have what draws the application fetched with the page, though it is run only a moment later. */
function fetchedAtOnce(name: string): Plugin {
  return {
    name: "fetched-at-once",
    transformIndexHtml(_, { bundle = {} }) {
      const chunk = Object.values(bundle).find((one) => one.type === "chunk" && one.name === name);
      if (chunk?.type !== "chunk") return [];
      return [chunk.fileName, ...chunk.imports].map((file) => ({
        tag: "link",
        attrs: { rel: "modulepreload", crossorigin: true, href: `/${file}` },
      }));
    },
  };
}

export default defineConfig({
  plugins: [
    react(),
    fetchedAtOnce("start"),
    VitePWA({
      filename: "sw.js",
      injectRegister: null,
      includeManifestIcons: false,
      manifest: {
        name: "Yellow Peg",
        short_name: "Yellow Peg",
        description: "Heights before concrete, with or without a signal.",
        start_url: "/jobs",
        scope: "/",
        display: "standalone",
        background_color: "#e6e9e8",
        theme_color: "#15191c",
        icons: [
          { src: "/assets/peg-192.png", sizes: "192x192", type: "image/png" },
          { src: "/assets/peg-512.png", sizes: "512x512", type: "image/png" },
          { src: "/assets/peg-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
          { src: "/assets/peg.svg", sizes: "any", type: "image/svg+xml" },
        ],
      },
      workbox: {
        globPatterns: ["**/*.{js,css,html,woff2,svg,png,mjs,wasm,zip,sqlite,json}"],
        maximumFileSizeToCacheInBytes: MOST_BYTES,
        dontCacheBustURLsMatching: /^assets\/[^/]+-[\w-]{8}\.\w+$/,
        inlineWorkboxRuntime: true,
        clientsClaim: true,
        sourcemap: false,
        navigateFallback: SHELL,
        navigateFallbackDenylist: [/^\/api\//, /^\/notice\//, /^\/health/],
        // The built page itself is never served as it lies: the server fills in its policy.
        manifestTransforms: [
          (entries) => ({
            manifest: entries.map((entry) =>
              entry.url === "index.html" ? { ...entry, url: SHELL } : entry,
            ),
            warnings: [],
          }),
        ],
      },
    }),
  ],
  worker: { format: "es" },
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  server: { proxy: { "/api": "http://127.0.0.1:8400" } },
});
