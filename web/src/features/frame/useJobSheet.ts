import { useOutletContext } from "react-router";
import type { Schemas } from "../../api/client";

/** The job whose frame a screen stands in. */
export function useJobSheet(): Schemas["JobSheet"] {
  return useOutletContext<Schemas["JobSheet"]>();
}
