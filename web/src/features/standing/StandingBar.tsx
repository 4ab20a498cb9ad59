import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { Problems } from "../../parts/Problems";
import { span, useNow } from "../../parts/time";
import { ReadAgain } from "./ReadAgain";

type Props = {
  job: Schemas["JobSheet"];
  setUp: Schemas["SetUpSheet"];
  /** What on this screen is void while the set-up is in doubt. */
  voids?: string;
  /** Whether it stands on the way out itself. */
  isOnTheWay?: boolean;
  /** Whether it must leave room for a keypad on a phone. */
  isTight?: boolean;
};

/** The set-up's clock: when its benchmark was good last, when it is due, and what if it is not. */
export function StandingBar({ job, setUp, voids, isOnTheWay = false, isTight = false }: Props) {
  const { standing } = setUp;
  const [isReading, setReading] = useState(false);
  const knock = useKnock(setUp.id);
  const isBad = standing.in_doubt;
  return (
    <Box
      component="section"
      aria-label={`Trust in set-up ${setUp.number}`}
      sx={{
        bgcolor: "background.paper",
        borderLeft: 10,
        borderColor: isBad ? "high" : "peg",
        px: { xs: 1, md: 1.5 },
        py: { xs: 0.5, md: 1 },
      }}
    >
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <Box sx={{ flex: isTight ? "1 1 120px" : "1 1 220px", minWidth: 0 }}>
          {isBad ? <Doubtful setUp={setUp} voids={voids} /> : <Clock setUp={setUp} />}
        </Box>
        {isBad && !isOnTheWay && setUp.backsights_agree && (
          <Button
            component={Link}
            to={`/jobs/${job.id}/set-up/${setUp.id}/way-out`}
            variant="contained"
          >
            The way out
          </Button>
        )}
        {!setUp.backsights_agree && (
          <Button component={Link} to={`/jobs/${job.id}/set-up`} variant="contained">
            Strike one of the backsights
          </Button>
        )}
        {job.can_record && !standing.has_ended && setUp.backsights_agree && (
          <>
            <Button
              variant={isBad && standing.stands ? "contained" : "outlined"}
              onClick={() => setReading(true)}
              aria-label={isTight ? `Re-read: read ${setUp.known} again` : undefined}
              sx={TIGHT}
            >
              {isTight ? "Re-read" : `Read ${setUp.known} again`}
            </Button>
            <Button
              variant="outlined"
              loading={knock.isPending}
              onClick={() => knock.mutate()}
              aria-label="It was knocked"
              sx={TIGHT}
            >
              {isTight ? "Knocked" : "It was knocked"}
            </Button>
          </>
        )}
      </Stack>
      <Problems problems={problemsOf(knock.error)} />
      {isReading && <ReadAgain job={job} setUp={setUp} onClose={() => setReading(false)} />}
    </Box>
  );
}

const TIGHT = { paddingInline: { xs: 1.5, md: 2.5 } };

function useKnock(set_up: string) {
  const [id, setId] = useState(newId);
  return useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/set-ups/{set_up}/knocks", {
          params: { path: { set_up } },
          body: { id, happened_at: new Date().toISOString() },
        }),
      ),
    onSuccess: async () => {
      setId(newId());
      await forgetReadings();
    },
  });
}

function Clock({ setUp }: { setUp: Schemas["SetUpSheet"] }) {
  const now = useNow();
  const { standing, known } = setUp;
  if (standing.has_ended)
    return (
      <Typography>
        <strong>Set-up {setUp.number} is closed</strong>: {known} was good when it ended.
      </Typography>
    );
  const left = Date.parse(standing.due_at) - now;
  const since = now - Date.parse(standing.good_at);
  return (
    <Typography>
      <strong>
        {known} was good {span(since)} ago
      </strong>
      , {left > 0 ? `due again in ${span(left)}` : `${span(left)} over: read it again`}
    </Typography>
  );
}

function Doubtful({ setUp, voids }: Omit<Props, "job">) {
  const { standing } = setUp;
  return (
    <Box role="alert">
      <Typography sx={{ fontWeight: 700, color: "high" }}>
        {standing.stands
          ? `Readings of set-up ${setUp.number} are in doubt`
          : `Set-up ${setUp.number} is in doubt`}
        {voids ? `: ${voids}` : ""}
      </Typography>
      <Typography variant="body2">{standing.why}</Typography>
    </Box>
  );
}
