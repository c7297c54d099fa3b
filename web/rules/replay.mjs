/**
 * Runs the rules as the page's worker has them, in Node: calls come in on standard input, a line each, and their
 * answers go out on standard output. What was left out of the trimmed library is missed here as it would be there.
 */
import { readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { createInterface } from "node:readline";
import { fileURLToPath } from "node:url";

const OUT = join(dirname(fileURLToPath(import.meta.url)), "out");
const { folder, core, lock } = JSON.parse(readFileSync(join(OUT, "rules.json"), "utf8"));
const { loadPyodide } = await import(join(OUT, folder, "pyodide.mjs"));
const python = await loadPyodide({
  indexURL: join(OUT, folder),
  stdLibURL: join(OUT, folder, "library.bin"),
  lockFileContents: lock,
});
python.FS.writeFile("/core.zip", readFileSync(join(OUT, core)));
python.runPython(`import sys; sys.path.insert(0, "/core.zip")\nfrom jolly_core.device.wire import Device`);
const answer = python.runPython("Device().answer");
for await (const line of createInterface({ input: process.stdin })) process.stdout.write(`${answer(line)}\n`);
