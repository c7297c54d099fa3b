import { existsSync, readFileSync } from "node:fs";

import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

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

export default defineConfig({
  plugins: [react(), rules],
  define: { __RULES__: JSON.stringify(manifest) },
  server: { proxy: { "/api": server, "/_allauth": server } },
  // A worker has the content security policy of its own address: nothing under /assets/ is sent one.
  worker: { format: "es", rollupOptions: { output: { entryFileNames: "rules/worker-[hash].js" } } },
  // Inlined assets would be data: addresses, which the content security policy refuses.
  build: { assetsInlineLimit: 0, target: "es2022", reportCompressedSize: false },
});
