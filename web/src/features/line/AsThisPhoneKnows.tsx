import Alert from "@mui/material/Alert";
import { useLine } from "../../phone/line";
import { sinceInWords } from "./usePhone";
import { useTaken } from "./useTaken";

/** Under a judgement without a line: what others recorded meanwhile is not in it. */
export function AsThisPhoneKnows({ job }: { job: string }) {
  const { jobs } = useTaken();
  if (useLine() === "good") return null;
  const since = sinceInWords(jobs.find((taken) => taken.job === job));
  return (
    <Alert severity="warning">
      Judged on this phone, with no signal. What others recorded since {since} is not in it: ask
      them, or look again where there is a signal, before the truck is called.
    </Alert>
  );
}
