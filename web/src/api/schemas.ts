/** The shapes of what the API takes and gives, by their names. */

import type { components } from "./schema.gen";

export type Schemas = components["schemas"];
export type Problem = Schemas["ErrorBody"];
