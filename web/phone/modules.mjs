/** Packs the modules a phone runs: compiled by Pyodide's own Python, in one file. */

import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";

/** Where the modules come from: a folder, the packages in it, and what of them a phone has not. */
export function sourcesIn(root, packages) {
  const others = ["django", "rest_framework", "asgiref", "sqlparse", "environ", "csp"];
  const found = new Map();
  const add = (folder, inside) =>
    found.set(inside, readFileSync(path.join(folder, inside), "utf8"));
  for (const name of ["core", "server", "simulation"]) kept(root, name).forEach((one) => add(root, one));
  for (const name of others) kept(packages, name).forEach((one) => add(packages, one));
  ["typing_extensions.py", "tzdata/__init__.py", "tzdata/zoneinfo/__init__.py"].forEach((one) =>
    add(packages, one),
  );
  const standIns = path.join(root, "web/phone/stand_ins");
  for (const name of ["drf_spectacular", "django"])
    pythonIn(standIns, name).forEach((one) => add(standIns, one));
  return [...found].sort(([one], [other]) => (one < other ? -1 : 1));
}

function pythonIn(folder, name) {
  return readdirSync(path.join(folder, name), { recursive: true })
    .map((entry) => path.posix.join(name, String(entry)))
    .filter((inside) => inside.endsWith(".py"));
}

function kept(folder, name) {
  return pythonIn(folder, name).filter((one) => !LEFT_OUT.some((pattern) => pattern.test(one)));
}

/** What a phone never runs: tests, surfaces, papers, other databases, translations, admin. */
const LEFT_OUT = [
  /(^|\/)(tests?|templates)\//,
  /^(server|django\/contrib)\/.*\/migrations\//,
  /^server\/.*\/management\//,
  /^django\/core\/management\/commands\//,
  /^core\/(surfaces|placing)\//,
  /^server\/(imports|background)\//,
  /^server\/platform\/(database|management|(page|wsgi|gunicorn|logs|health|memory)\.py)/,
  /^server\/entry\/(?!__init__|site_urls)/,
  /^server\/fieldbook\/where_to_stand\//,
  /^server\/sync\/(write|concrete|api)/,
  /^server\/corrections\/(?!__init__|units_views|services\/(__init__|change_units))/,
  /^server\/(overview\/day\/calendar|overview\/happened\/(?!kinds|__init__)|pictures\/(written_anew|zipped))/,
  /^server\/exports\/(pdf|drawings|plan_sheets|services|apps|sheets|fonts|api\/(?!points_views|inputs|__init__))/,
  /^server\/crews\/(?!models|permissions|retirable|session_sheets|signed_in|timed|usual|apps|__init__)/,
  /^django\/contrib\/(?!auth\/|contenttypes\/|sessions\/(__init__|base_session)|__init__|staticfiles\/__init__)/,
  /^django\/contrib\/auth\/(admin|forms|views|urls|handlers)/,
  /^django\/(test|views\/(?!__init__|decorators|defaults|debug|csrf|i18n))\//,
  /^django\/conf\/(locale\/(?!__init__|en\/)|.*_template)/,
  /^django\/db\/backends\/(mysql|oracle|postgresql)\//,
  /^rest_framework\/(authtoken|schemas\/(?!__init__|utils|coreapi|openapi|inspectors|generators|views))\//,
  /^csp\/(?!__init__|constants)/,
];

const PACK = `
import importlib._bootstrap_external as writing, io, zipfile
from importlib.util import source_hash

def pack(sources, others):
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_STORED) as file:
        for name, text in sources:
            code = compile(text, name, "exec", optimize=2, dont_inherit=True)
            compiled = writing._code_to_hash_pyc(code, source_hash(text.encode()), checked=False)
            file.writestr(zipfile.ZipInfo(name + "c"), bytes(compiled))
        for name, content in others.items():
            file.writestr(zipfile.ZipInfo(name), bytes(content))
    return packed.getvalue()
pack
`;

/** The one time zone everything is kept in. */
const UTC = "tzdata/zoneinfo/UTC";

/** Compile modules and return them as one file, its bytes the same for the same modules. */
export function packed(python, sources, packages) {
  const pack = python.runPython(PACK);
  const utc = new Uint8Array(readFileSync(path.join(packages, UTC)));
  const bytes = pack(python.toPy(sources), python.toPy({ [UTC]: utc }));
  const copy = Buffer.from(bytes.toJs());
  bytes.destroy();
  return copy;
}
