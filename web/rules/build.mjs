/**
 * Makes what the page's worker runs: Pyodide, the modules of the standard library that are imported, and the core.
 *
 * Run as `node rules/build.mjs` in web/. Everything goes to web/rules/out/, under names that change with the content,
 * and `out/rules.json` says which those are. Pyodide's own Python compiles the modules, so that the page need not.
 */
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";

import { loadPyodide } from "pyodide";

const HERE = dirname(fileURLToPath(import.meta.url));
const OUT = join(HERE, "out");
const CORE = resolve(HERE, "../../core");
const PYODIDE = dirname(createRequire(import.meta.url).resolve("pyodide/package.json"));
/** Of Pyodide itself: how it is loaded, and its interpreter. */
const INTERPRETER = ["pyodide.mjs", "pyodide.asm.mjs", "pyodide.asm.wasm"];

/** Imports all that the worker calls, and packs the modules that this took: those of Python, and ours. */
const PACK = `
import importlib.util, io, marshal, struct, sys, zipfile

sys.path.insert(0, "/core")
import jolly_core.device.wire

LIBRARY = next(path for path in sys.path if path.endswith(".zip")) + "/"

def compiled(source, name):
    # Never checked against its source, which is not there. The header of a .pyc: PEP 552.
    return importlib.util.MAGIC_NUMBER + struct.pack("<I8x", 1) + marshal.dumps(compile(source, name, "exec", dont_inherit=True))

def packed(files):
    # Stored as it is: the whole is compressed on its way. Dates of their own would change the name with every build.
    archive = io.BytesIO()
    with zipfile.ZipFile(archive, "w", zipfile.ZIP_STORED) as pack:
        for name, source in sorted(files.items()):
            pack.writestr(zipfile.ZipInfo(name + "c", (1980, 1, 1, 0, 0, 0)), compiled(source, name))
    return archive.getvalue()

found = {module.__file__ for module in list(sys.modules.values()) if getattr(module, "__file__", None)}
python = zipfile.ZipFile(LIBRARY[:-1])
library = packed({name.removeprefix(LIBRARY): python.read(name.removeprefix(LIBRARY)) for name in found if name.startswith(LIBRARY)})
core = packed({name.removeprefix("/core/"): open(name, "rb").read() for name in found if name.startswith("/core/")})
`;

/** Above this the last few per cent of brotli take a minute. */
const LARGE = 4_000_000;

const nameOf = (bytes) => createHash("sha256").update(bytes).digest("hex").slice(0, 12);

/** Compressed here, once for each content: the interpreter takes long, and rarely changes. */
function keep(path, bytes) {
  const file = join(OUT, path);
  mkdirSync(dirname(file), { recursive: true });
  if (existsSync(`${file}.gz`)) return;
  writeFileSync(file, bytes);
  const quality = bytes.length > LARGE ? 8 : constants.BROTLI_MAX_QUALITY;
  writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }));
  writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
}

/** Drops what an earlier build made and this one did not. */
function dropOthers(paths) {
  const current = new Set(paths.map((path) => path.split("/")[1].replace(/\.bin$/, "")));
  for (const name of readdirSync(join(OUT, "rules"))) {
    if (!current.has(name.replace(/\.bin(\.\w+)?$/, ""))) rmSync(join(OUT, "rules", name), { recursive: true });
  }
}

async function build() {
  const python = await loadPyodide();
  python.FS.mkdirTree("/core");
  python.FS.mount(python.FS.filesystems.NODEFS, { root: CORE }, "/core");
  python.runPython(PACK);
  const archive = (name) => Buffer.from(python.globals.get(name).toJs());
  const library = archive("library");
  const core = archive("core");
  const interpreter = INTERPRETER.map((name) => readFileSync(join(PYODIDE, name)));
  const folder = `rules/python-${nameOf(Buffer.concat([...interpreter, library]))}`;
  const files = {
    ...Object.fromEntries(INTERPRETER.map((name, place) => [`${folder}/${name}`, interpreter[place]])),
    [`${folder}/library.bin`]: library,
    [`rules/core-${nameOf(core)}.bin`]: core,
  };
  for (const [path, bytes] of Object.entries(files)) keep(path, bytes);
  dropOthers(Object.keys(files));
  // No package is ever loaded: of the list of all there are, the worker is asked only which Pyodide it fits.
  const { info } = JSON.parse(readFileSync(join(PYODIDE, "pyodide-lock.json"), "utf8"));
  const lock = JSON.stringify({ info, packages: {} });
  const manifest = { lock, folder: `/${folder}/`, core: `/rules/core-${nameOf(core)}.bin`, files: Object.keys(files) };
  writeFileSync(join(OUT, "rules.json"), JSON.stringify(manifest, null, 2) + "\n");
}

await build();
