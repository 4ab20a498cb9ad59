/** Starts the server in Pyodide, the same in a browser's worker and in Node. */

const FOLDER = "/phone";
const MODULES = `${FOLDER}/modules.zip`;

const START = `
import os, sys
sys.path.insert(0, ${JSON.stringify(MODULES)})
os.environ.update(
    DJANGO_SETTINGS_MODULE="server.offline.settings",
    YP_SECRET_KEY="nothing is signed here",
    YP_PHONE_DATABASE="${FOLDER}/working.sqlite",
    DJANGO_ALLOW_ASYNC_UNSAFE="true",  # the one thread there is waits for nothing
)
import django
django.setup()
from server.offline.entry import phone_in
phone_in("${FOLDER}")
`;

/**
 * Boot Python, unpack what it needs, and return the phone's server.
 *
 * `load` is Pyodide's own loader, `files` the bytes of the modules and of the empty database;
 * `tell` is called with each step as it begins.
 */
export async function boot({ load, options, files, tell = () => {} }) {
  tell("runtime");
  const python = await load({ ...options, args: ["-B"] });
  tell("modules");
  python.FS.mkdirTree(FOLDER);
  const { modules, empty } = await files;
  python.FS.writeFile(MODULES, modules);
  python.FS.writeFile(`${FOLDER}/empty.sqlite`, empty);
  const entry = python.runPython(START);
  tell("ready");
  return server(python, entry);
}

function server(python, entry) {
  const bytes = (text) => (typeof text === "string" ? text : "");
  return {
    /** Answer a request of the API: its method, its path with the query, its headers, its body. */
    answer({ method, path, headers, body }) {
      const told = entry.answer(method, path, JSON.stringify(headers), bytes(body));
      const [status, sent, content] = told.toJs({ create_proxies: false });
      told.destroy();
      return { status, headers: JSON.parse(sent), body: content };
    },
    /** What a request records, in words. */
    words: ({ method, path, body }) => entry.words(method, path, bytes(body)),
    /** Take in what the server wrote of a job; the working file begins anew. */
    hear(carried) {
      return entry.hear(carried);
    },
    /** Begin with what was kept, or with nothing. */
    load(kept) {
      if (!kept) return entry.load("");
      python.FS.writeFile(`${FOLDER}/kept.sqlite`, kept);
      return entry.load(`${FOLDER}/kept.sqlite`);
    },
    /** What the server said last, to be kept. */
    kept: () => python.FS.readFile(`${FOLDER}/said.sqlite`),
    /** Note how far this clock is ahead of the server's, in seconds. */
    keepTime: (off) => entry.keep_time(off),
    /** The shape of what this version takes in. */
    shape: () => entry.shape(),
    heap: () => python._module.HEAP8.length,
  };
}
