import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";

type Props = { title: string; text: string; reloads?: boolean };

function Instead({ title, text, reloads = false }: Props) {
  return (
    <Stack spacing={2} sx={{ p: 4, alignItems: "flex-start" }}>
      <Typography variant="h1">{title}</Typography>
      <Typography>{text}</Typography>
      <Button component={Link} to="/jobs" variant="contained" reloadDocument={reloads}>
        Go to your jobs
      </Button>
    </Stack>
  );
}

/** Stands at an address that leads to no screen. */
export function Lost() {
  return <Instead title="There is nothing here" text="The address leads to no screen." />;
}

/** Stands where what the address names is not there for who looks. */
export function NotThere() {
  return (
    <Instead
      title="There is nothing here"
      text="It was taken out, it is another crew's, or the address is not whole."
    />
  );
}

/** Stands where a screen could not be loaded or shown. */
export function Failed() {
  return (
    <Instead
      title="This screen failed"
      text="What you typed is kept on this device. Reload the page to go on."
      reloads
    />
  );
}
