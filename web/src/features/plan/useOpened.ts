import { useSearchParams } from "react-router";
import type { Stage } from "../stages";

type Opened = { part: string; point: string; stage: Stage | ""; isAdding: boolean };

/** What is open beside the plan; it stands in the address, so that one can come back to it. */
export function useOpened() {
  const [search, setSearch] = useSearchParams();
  const now: Opened = {
    part: search.get("open") ?? "",
    point: search.get("point") ?? "",
    stage: (search.get("stage") ?? "") as Stage | "",
    isAdding: search.get("add") === "yes",
  };
  const go = (to: Partial<Opened>) => {
    const next = { ...now, isAdding: false, ...("stage" in to ? { point: "" } : {}), ...to };
    setSearch(
      {
        ...(next.stage && { stage: next.stage }),
        ...(next.part && { open: next.part }),
        ...(next.point && { point: next.point }),
        ...(next.isAdding && { add: "yes" }),
      },
      { replace: "stage" in to },
    );
  };
  return { ...now, go };
}
