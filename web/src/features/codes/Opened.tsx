import { useState } from "react";
import { Navigate, useSearchParams } from "react-router";
import { keepChoice } from "../../parts/drafts";
import { useJobSheet } from "../frame/useJobSheet";

/** What a code on paper opens of a job: the same floor or element from the same set-up. */
export function Opened() {
  const job = useJobSheet();
  const [asked] = useSearchParams();
  const [to] = useState(() => {
    const [floor, element, setUp, stage] = ["floor", "element", "set-up", "stage"].map((name) =>
      asked.get(name),
    );
    if (floor) keepChoice(`floor:${job.id}`, floor);
    if (setUp) keepChoice(`set-up:${job.id}`, setUp);
    if (element && stage) keepChoice(`element:${job.id}:${stage}`, element);
    const go = asked.get("go") ?? "";
    return /^[a-z0-9-]+(\/[a-z0-9-]+)*$/.test(go) ? go : "";
  });
  return <Navigate to={`/jobs/${job.id}/${to}`} replace />;
}
