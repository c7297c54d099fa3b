import { existsSync, readFileSync } from "node:fs";

import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";
import { VitePWA } from "vite-plugin-pwa";

const server = { target: `http://localhost:${process.env.JOLLY_PORT ?? "8000"}`, changeOrigin: false };

/** What the page's worker runs, as rules/build.mjs has made it; without it the server counts. */
const RULES = new URL("./rules/out/", import.meta.url);
const MANIFEST = new URL("rules.json", RULES);
const manifest = existsSync(MANIFEST) ? (JSON.parse(readFileSync(MANIFEST, "utf8")) as { files: string[] }) : null;

/** Serves it while developing; `make build` copies it beside the application. */
const rules: Plugin = {
  name: "rules",
  configureServer: ({ middlewares }) => {
    middlewares.use("/rules/", (request, response, next) => {
      const path = `rules${request.url ?? ""}`;
      if (!manifest?.files.includes(path)) {
        next();
        return;
      }
      const kind = path.endsWith(".wasm") ? "application/wasm" : path.endsWith(".mjs") ? "text/javascript" : "";
      response.setHeader("Content-Type", kind || "application/octet-stream");
      response.end(readFileSync(new URL(path, RULES)));
    });
  },
};

/** The application on a device's home screen. */
const ICONS = [
  { src: "/icon.svg", sizes: "any", type: "image/svg+xml" },
  { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
  { src: "/icon-512.png", sizes: "512x512", type: "image/png" },
  { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
];

const pwa = VitePWA({
  strategies: "injectManifest",
  srcDir: "src/app",
  filename: "sw.ts",
  injectRegister: null,
  manifest: {
    id: "/",
    name: "Jolly Ladder",
    short_name: "Jolly Ladder",
    description: "Plan, count and climb: the self-coached athlete's practice.",
    lang: "en",
    start_url: "/",
    display: "standalone",
    orientation: "any",
    background_color: "#fbf6ec",
    theme_color: "#1b2440",
    icons: ICONS,
  },
  injectManifest: {
    globPatterns: ["**/*.{js,css,html,svg,woff2}"],
    globIgnores: ["rules/python-*/**"],
    // The server fills in the page as it sends it, so it is asked for by its address.
    manifestTransforms: [
      (entries) => ({
        manifest: entries.map((entry) => (entry.url === "index.html" ? { ...entry, url: "/" } : entry)),
      }),
    ],
    // The names of these change with their contents.
    additionalManifestEntries: (manifest?.files ?? []).map((file) => ({ url: `/${file}`, revision: null })),
  },
});

/**
 * What is loaded whatever the address comes in one piece: each piece more costs a head of its own, and the heads of
 * some are longer than themselves.
 */
const firstPiece = { name: "first", tags: ["$initial" as const] };

export default defineConfig({
  plugins: [react(), rules, pwa],
  define: { __RULES__: JSON.stringify(manifest) },
  server: { proxy: { "/api": server, "/_allauth": server } },
  // A worker has the content security policy of its own address: nothing under /assets/ is sent one.
  worker: { format: "es", rollupOptions: { output: { entryFileNames: "rules/[name]-[hash].js" } } },
  // Inlined assets would be data: addresses, which the content security policy refuses.
  build: {
    assetsInlineLimit: 0,
    target: "es2022",
    reportCompressedSize: false,
    rolldownOptions: { output: { codeSplitting: { groups: [firstPiece] } } },
  },
});
