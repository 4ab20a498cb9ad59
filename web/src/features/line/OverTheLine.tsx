import Alert from "@mui/material/Alert";
import type { ReactNode } from "react";
import { useLine } from "../../phone/line";

/** What only the server can do: shown while there is a line, one sentence in its place else. */
export function OverTheLine({ what, children }: { what: string; children: ReactNode }) {
  if (useLine() === "good") return children;
  return (
    <Alert severity="info">
      {what} need{what.endsWith("s") ? "" : "s"} a signal: the server does it. All that is recorded
      on site works here.
    </Alert>
  );
}
