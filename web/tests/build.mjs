/** Builds one window of the application for `browsers.mjs`. Run as `node tests/build.mjs` in web/. */
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

import { build } from "vite";

const HERE = dirname(fileURLToPath(import.meta.url));

/** The rules are not loaded here: whoever runs the simulation answers for them. */
const rulesFromOutside = {
  name: "rules-from-outside",
  transform: (code, id) =>
    id.endsWith("/device/rules.ts") ? code.replace(/new Worker\(new URL\([^)]*\)[^)]*\)/, "new Worker()") : undefined,
};

await build({
  configFile: false,
  logLevel: "error",
  plugins: [rulesFromOutside],
  define: { __RULES__: JSON.stringify({ folder: "", core: "", lock: "" }), "process.env.NODE_ENV": '"production"' },
  build: {
    outDir: join(HERE, "out"),
    minify: false,
    reportCompressedSize: false,
    copyPublicDir: false,
    lib: { entry: join(HERE, "window.ts"), formats: ["iife"], name: "Window", fileName: () => "window.js" },
  },
});
