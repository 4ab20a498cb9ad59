import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { Choose, useChosen } from "../../parts/Choose";
import { Loaded, Page } from "../../parts/Page";
import { useJobSheet } from "../frame/useJobSheet";
import { Ladder } from "./Ladder";
import { MoveLevel } from "./MoveLevel";
import { draggedBy } from "./drag";
import { type Move, useRaised } from "./useRaised";

/** Every height of a job in its order, with the beam across and what the rod shows at each. */
export function LadderScreen() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const setUp = chosen.setUp?.id;
  const query = useQuery({
    queryKey: ["ladder", job.id, setUp],
    queryFn: () =>
      told(
        api.GET("/api/v1/jobs/{job}/ladder", {
          params: { path: { job: job.id }, query: setUp ? { set_up: setUp } : {} },
        }),
      ),
  });
  const [move, setMove] = useState<Move>();
  const { raised, error } = useRaised(move ?? NOWHERE);
  const isMetric = job.volume_unit === "m³";
  const begin = () => setMove({ ...NOWHERE, floor: chosen.floor?.id ?? "" });
  return (
    <Page
      title="Heights"
      lead="Every level of the job in its order, the highest first."
      action={
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <Choose job={job} chosen={chosen} withFloor={false} />
          {job.can_plan && job.floors.length > 0 && !move && (
            <Button variant="contained" onClick={begin}>
              Move the finished level
            </Button>
          )}
        </Stack>
      }
    >
      <Loaded query={query}>
        {(sheet) =>
          sheet.rungs.length === 0 ? (
            <Typography>
              No height yet.{" "}
              <Button component={Link} to={`/jobs/${job.id}/control`}>
                Add a benchmark
              </Button>
            </Typography>
          ) : (
            <>
              {sheet.beam?.in_doubt && (
                <Alert severity="warning">
                  Set-up {sheet.beam.number} is in doubt: what its rod shows here is not to be
                  trusted.
                </Alert>
              )}
              <Box
                sx={{
                  display: "grid",
                  gap: 2,
                  alignItems: "start",
                  gridTemplateColumns: {
                    xs: "minmax(0, 1fr)",
                    md: move ? "minmax(0, 1fr) 340px" : "minmax(0, 1fr)",
                  },
                }}
              >
                <Ladder
                  sheet={sheet}
                  moving={
                    move && {
                      key: `${move.floor}:top`,
                      metres: raised ? Number(raised.level.metres) : topOf(sheet, move.floor),
                      onDrag: (by) => setMove({ ...move, ...draggedBy(by, isMetric) }),
                    }
                  }
                />
                {move && (
                  <MoveLevel
                    job={job}
                    move={move}
                    onMove={setMove}
                    raised={raised}
                    error={error}
                    onClose={() => setMove(undefined)}
                  />
                )}
              </Box>
            </>
          )
        }
      </Loaded>
    </Page>
  );
}

const NOWHERE: Move = { floor: "", by: "", way: "up" };

function topOf(sheet: Schemas["LadderSheet"], floor: string): number {
  return Number(sheet.rungs.find(({ key }) => key === `${floor}:top`)?.level.metres ?? 0);
}
