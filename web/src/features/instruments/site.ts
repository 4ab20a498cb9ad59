import { useOutletContext, useParams } from "react-router";
import type { Schemas } from "../../api/client";
import type { CheckSite } from "../../api/queries";
import { useKept } from "../../parts/drafts";

type Job = Schemas["JobSheet"];

/** What an instrument's pages are written for: the job they are opened from, or plain gear. */
export function useCheckSite() {
  const job = useOutletContext<Job | null>();
  const { crew = "", instrument = "" } = useParams();
  const [units, setUnits] = useKept("check-units", "ft-in/16");
  const own = units as CheckSite["units"];
  const site: CheckSite = job
    ? {
        units: job.style as CheckSite["units"],
        ...(job.longest_sight ? { sight: job.longest_sight } : {}),
      }
    : { units: own };
  const base = job ? `/jobs/${job.id}/instruments` : `/gear/${crew}/instruments`;
  return { job, instrument, site, base, setUnits: job ? null : setUnits };
}
