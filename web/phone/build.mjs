/**
 * Builds what a phone runs: node phone/build.mjs EMPTY_DATABASE PYTHON_PACKAGES FOLDER
 *
 * FOLDER gets Pyodide's own files, the compiled modules, the empty database, each also
 * compressed, and a list of them with their digests.
 */

import { createHash } from "node:crypto";
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";
import { loadPyodide } from "pyodide";
import { packed, sourcesIn } from "./modules.mjs";

const [empty, packages, folder] = process.argv.slice(2);
const web = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const runtime = path.join(web, "node_modules/pyodide");
const RUNTIME = [
  "pyodide.mjs",
  "pyodide.asm.mjs",
  "pyodide.asm.wasm",
  "python_stdlib.zip",
  "pyodide-lock.json",
];

const python = await loadPyodide({ indexURL: `${runtime}/` });
const files = {
  ...Object.fromEntries(RUNTIME.map((name) => [name, readFileSync(path.join(runtime, name))])),
  "modules.zip": packed(python, sourcesIn(path.dirname(web), packages), packages),
  "empty.sqlite": readFileSync(empty),
};
// Only Pyodide's own packages are looked up here, and there are none to fetch.
files["pyodide-lock.json"] = Buffer.from(withoutPackages(files["pyodide-lock.json"]));

rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const sizes = {};
for (const [name, content] of Object.entries(files)) {
  const brotli = {
    params: { [constants.BROTLI_PARAM_QUALITY]: 9, [constants.BROTLI_PARAM_LGWIN]: 22 },
  };
  const compressed = brotliCompressSync(content, brotli);
  writeFileSync(path.join(folder, name), content);
  writeFileSync(path.join(folder, `${name}.br`), compressed);
  writeFileSync(path.join(folder, `${name}.gz`), gzipSync(content));
  sizes[name] = { bytes: content.length, compressed: compressed.length };
}
const total = createHash("sha256");
for (const name of Object.keys(files).sort()) total.update(name).update(files[name]);
writeFileSync(
  path.join(folder, "made.json"),
  JSON.stringify({ digest: total.digest("hex").slice(0, 16), sizes }),
);

function withoutPackages(lock) {
  const parsed = JSON.parse(lock.toString());
  return JSON.stringify({ ...parsed, packages: {} });
}
