import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Verdict } from "../pours";

const WHEN = new Intl.DateTimeFormat("en-US", {
  weekday: "short",
  month: "short",
  day: "numeric",
  hour: "numeric",
  minute: "2-digit",
});

/** The pours of the coming two weeks over all jobs, the next first. */
export function PoursAhead({ pours }: { pours: readonly Schemas["DayPour"][] }) {
  return (
    <Panel title="Pours ahead">
      <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {pours.map((pour) => (
          <li key={pour.id}>
            <OnePour pour={pour} />
          </li>
        ))}
      </Box>
    </Panel>
  );
}

function OnePour({ pour }: { pour: Schemas["DayPour"] }) {
  const trucks = pour.loads === 1 ? "1 truck" : `${pour.loads} trucks`;
  const amount = pour.needed ? `${pour.needed}, ${trucks}` : "amount not known yet";
  return (
    <Stack
      component={Link}
      to={`/jobs/${pour.job}/pours/${pour.id}`}
      direction="row"
      sx={{
        gap: 1.5,
        py: 0.75,
        alignItems: "center",
        color: "text.primary",
        textDecoration: "none",
        "&:hover": { bgcolor: "slab" },
      }}
    >
      <Verdict state={pour.state} isSmall />
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography component="span" sx={{ fontWeight: 600 }}>
          {WHEN.format(new Date(pour.pours_at))}
        </Typography>
        <Typography component="span">
          {" "}
          {pour.name}, {pour.job_name}
        </Typography>
        <Typography
          component="span"
          variant="body2"
          color="text.secondary"
          sx={{ display: "block" }}
        >
          {[amount, ...pour.why.slice(0, 2)].join(" · ")}
        </Typography>
      </Box>
    </Stack>
  );
}
