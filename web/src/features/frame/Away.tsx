import Alert from "@mui/material/Alert";
import { useIsAway } from "../../api/away";

/** Says that the server is away for a moment, while everything waits and goes on by itself. */
export function Away() {
  if (!useIsAway()) return null;
  return (
    <Alert severity="warning" square role="status">
      The server is away for a moment. What you typed is kept, and goes on by itself.
    </Alert>
  );
}
