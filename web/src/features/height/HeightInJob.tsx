import { Page } from "../../parts/Page";
import { useJobSheet } from "../frame/useJobSheet";
import { Lead, ThreeNumbers } from "./ThreeNumbers";

/** A height inside a job: it stands on one of its benchmarks, and is kept there. */
export function HeightInJob() {
  const job = useJobSheet();
  return (
    <Page title="Height now" lead={<Lead />}>
      <ThreeNumbers crew={job.crew_id} job={job} />
    </Page>
  );
}
