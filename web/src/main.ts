import { beginAhead } from "./api/ahead";
import { IS_PRACTICE } from "./api/place";
import { queries } from "./api/queries";

// What the address names is asked for while the scripts that draw it are still being read.
const drawn = import("./start");
if (!IS_PRACTICE) await beginAhead(queries, location);
(await drawn).start();
