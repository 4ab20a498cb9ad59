/**
 * The phone's server in Node, asked line by line: node phone/serve.mjs FOLDER
 *
 * A line in is a call as JSON, ["answer", {...}] or ["hear", "..."] and so on; a line out is what
 * it gave, ["told", ...], or ["failed", why].
 */

import { readFileSync } from "node:fs";
import path from "node:path";
import { createInterface } from "node:readline";
import { loadPyodide } from "pyodide";
import { boot } from "./boot.mjs";

const folder = process.argv[2];
const read = (name) => readFileSync(path.join(folder, name));
const began = performance.now();
const say = (what) => process.stdout.write(`${JSON.stringify(what)}\n`);
const phone = await boot({
  load: loadPyodide,
  options: { indexURL: `${path.resolve(folder)}/` },
  files: { modules: read("modules.zip"), empty: read("empty.sqlite") },
});
/** Bytes travel over lines as text. */
phone.loadText = (text) => phone.load(new Uint8Array(Buffer.from(text, "base64")));
say(["ready", Math.round(performance.now() - began), phone.heap()]);

for await (const line of createInterface({ input: process.stdin })) {
  const [name, ...given] = JSON.parse(line);
  try {
    const told = phone[name](...given);
    say([
      "told",
      told instanceof Uint8Array ? Buffer.from(told).toString("base64") : (told ?? null),
    ]);
  } catch (failed) {
    say(["failed", String(failed).slice(-2000)]);
  }
}
