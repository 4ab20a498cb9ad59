import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link, isRouteErrorResponse, useRouteError } from "react-router";

/** Stands where a screen can't: no such address, or a screen that failed to load. */
export function Lost() {
  const error = useRouteError();
  const failed = error !== undefined && !isRouteErrorResponse(error);
  return (
    <Stack spacing={2} sx={{ p: 4, alignItems: "flex-start" }}>
      <Typography variant="h1">
        {failed ? "This screen failed" : "There is nothing here"}
      </Typography>
      <Typography>
        {failed
          ? "What you typed is kept on this device. Reload the page to go on."
          : "The address leads to no screen."}
      </Typography>
      <Button component={Link} to="/jobs" variant="contained" reloadDocument={failed}>
        Go to your jobs
      </Button>
    </Stack>
  );
}
