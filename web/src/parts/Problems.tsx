import Alert from "@mui/material/Alert";
import type { Problem } from "../api/client";
import { inWords } from "./EntryField";
import { isOvertaken } from "./overtaken";

type Props = { problems: readonly Problem[]; fields?: readonly string[] };

/** The refusals that belong to no field of the form; what others changed is told beside it. */
export function Problems({ problems, fields = [] }: Props) {
  const rest = problems.filter(
    (problem) => !fields.includes(problem.field) && !isOvertaken([problem]),
  );
  if (!rest.length) return null;
  return (
    <Alert severity="error" role="alert">
      {rest.map((problem) => (
        <div key={problem.field + problem.code}>{inWords(problem)}</div>
      ))}
    </Alert>
  );
}
