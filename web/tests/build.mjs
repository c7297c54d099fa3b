/** Builds one window of the application for `browsers.mjs`, and what makes levels for `levels.mjs`. Run as `node tests/build.mjs` in web/. */
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

const buildPart = (lib) =>
  build({
    configFile: false,
    logLevel: "error",
    plugins: [rulesFromOutside],
    define: { __RULES__: JSON.stringify({ folder: "", core: "", lock: "" }), "process.env.NODE_ENV": '"production"' },
    build: {
      outDir: join(HERE, "out"),
      emptyOutDir: false,
      minify: false,
      reportCompressedSize: false,
      copyPublicDir: false,
      lib,
    },
  });

const ear = ["samples", "transducer"].map((name) => [name, join(HERE, `../src/shared/ear/${name}.ts`)]);
await buildPart({ entry: Object.fromEntries(ear), formats: ["es"], fileName: (_, name) => `${name}.mjs` });
// Last of all: the day of this file says when all of them were made.
await buildPart({ entry: join(HERE, "window.ts"), formats: ["iife"], name: "Window", fileName: () => "window.js" });
