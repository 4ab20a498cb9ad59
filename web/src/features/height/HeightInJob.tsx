import { Page } from "../../parts/Page";
import { useJobSheet } from "../frame/useJobSheet";
import { ThreeNumbers } from "./ThreeNumbers";

/** A height inside a job: it stands on one of its benchmarks, and is kept there. */
export function HeightInJob() {
  const job = useJobSheet();
  return (
    <Page title="Height now" lead="What you stand on, what the rod reads there, what you want.">
      <ThreeNumbers crew={job.crew_id} job={job} canPlan={job.can_plan} />
    </Page>
  );
}
