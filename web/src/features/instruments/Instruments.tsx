import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Empty, Page } from "../../parts/Page";
import { useJobSheet } from "../frame/useJobSheet";
import { TrustMark } from "./TrustMark";

/** The crew's instruments and where each stands with its checks. */
export function Instruments() {
  const job = useJobSheet();
  return (
    <Page
      title="Prove the instrument"
      lead="Check it on a clock, and at once after a drop or a knock. What a check finds counts in every reading's U."
      action={
        <Button component={Link} to={`/gear/${job.crew_id}`} variant="outlined">
          All gear
        </Button>
      }
    >
      {job.instruments.length === 0 && (
        <Empty>The crew has no instrument yet: add it under All gear.</Empty>
      )}
      {job.instruments.map((one) => (
        <InstrumentRow key={one.id} instrument={one} to={`/jobs/${job.id}/instruments/${one.id}`} />
      ))}
    </Page>
  );
}

type RowProps = { instrument: Schemas["InstrumentSheet"]; to: string };

function InstrumentRow({ instrument, to }: RowProps) {
  return (
    <Stack
      direction="row"
      sx={{ bgcolor: "background.paper", p: 2, gap: 2, flexWrap: "wrap", alignItems: "center" }}
    >
      <Box sx={{ flex: "1 1 260px" }}>
        <Typography variant="h2">{instrument.name}</Typography>
        <TrustMark trust={instrument.trust} size="1.2rem" />
        <Typography color="text.secondary">
          {instrument.kind_text} · specified {instrument.specification}
        </Typography>
      </Box>
      <Button component={Link} to={to} variant="contained" size="large">
        Check and history
      </Button>
    </Stack>
  );
}
