import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import type { Schemas } from "../../api/client";
import { useMarks } from "../../api/queries";
import { Both } from "../../parts/BothTexts";
import { Choose, useChosen } from "../../parts/Choose";
import { Needs } from "../../parts/Needs";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { spotOf } from "../../parts/plan/frame";
import { outlineSpots, planInstruments } from "../../parts/plan/pegs";
import { Rod } from "../../parts/rod/Rod";
import { useJobSheet } from "../frame/useJobSheet";
import { StandingBar } from "../standing";
import { Places } from "./Places";

/** The heights to mark, four ways side by side, and where to mark them. */
export function Marks() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const { floor, setUp } = chosen;
  const marks = useMarks(setUp?.id ?? "", floor?.id ?? "");
  if (!floor) return <Needs job={job} title="Marks" what="floor" />;
  if (!setUp) return <Needs job={job} title="Marks" what="set-up" />;
  return (
    <Page
      title={`Marks, ${floor.name}`}
      lead={`From set-up ${setUp.number}, carried from ${setUp.known}`}
      action={<Choose job={job} chosen={chosen} />}
    >
      <StandingBar
        job={job}
        setUp={setUp}
        voids={setUp.standing.stands ? "marks made then are VOID" : "these marks are VOID"}
      />
      <Loaded query={marks}>
        {(sheet) => (
          <>
            <Stack direction={{ xs: "column", lg: "row" }} spacing={2}>
              {sheet.surfaces.map((surface) => (
                <Box key={surface.key} sx={{ flex: 1, minWidth: 0 }}>
                  <Surface surface={surface} setUp={sheet.set_up} />
                </Box>
              ))}
            </Stack>
            <Panel title={`Where to mark: corners, and at most ${sheet.spacing.text} apart`}>
              <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
                <Box sx={{ flex: 3, minWidth: 0 }}>
                  <Plan
                    label={`Marks around ${floor.name}`}
                    outlines={[outlineSpots(floor)]}
                    marks={sheet.places.map((place) => ({
                      name: place.name,
                      spot: spotOf(place.place),
                      isCorner: place.is_corner,
                      isBlocked: place.obstacle !== null,
                    }))}
                    instruments={planInstruments(job.set_ups, setUp.id)}
                    isMetric={job.volume_unit === "m³"}
                    height={360}
                  />
                </Box>
                <Places places={sheet.places} />
              </Stack>
            </Panel>
          </>
        )}
      </Loaded>
    </Page>
  );
}

type SurfaceProps = { surface: Schemas["SurfaceSheet"]; setUp: Schemas["SetUpSheet"] };

function Surface({ surface, setUp }: SurfaceProps) {
  const { ways } = surface;
  const isBlocked = ways.obstacle !== null;
  return (
    <Panel title={`${surface.name} at ${surface.target.text}`}>
      {ways.obstacle && <Obstacle obstacle={ways.obstacle} />}
      <Stack direction="row" spacing={2}>
        <Stack sx={{ flex: 1, minWidth: 0 }} spacing={2}>
          <Way name="Clamp the receiver at" isBlocked={isBlocked} strong>
            <Both value={ways.clamp} />
          </Way>
          <Way name={`From the clamp on ${setUp.known}`} isBlocked={isBlocked}>
            <Both value={ways.slide} />
          </Way>
          <Way name="Tape from the beam">
            {ways.tape ? (
              <>
                <Both value={ways.tape} /> {ways.tape_verb}
              </>
            ) : (
              <Typography component="span">{ways.tape_verb}</Typography>
            )}
          </Way>
          <Way name={`Center-zero rule, 0 on ${setUp.known}`}>
            {ways.direct_verb !== "at zero" && <Both value={ways.direct} />} {ways.direct_verb}
          </Way>
        </Stack>
        {!isBlocked && (
          <Rod
            rod={setUp.rod}
            beam={ways.clamp_value}
            clamp={{ value: ways.clamp_value, text: "clamp" }}
            reference={{ value: ways.reference_value, text: setUp.known }}
            height={300}
            isFar
            width={140}
            label={`Rod clamped at ${ways.clamp.rod}`}
          />
        )}
      </Stack>
    </Panel>
  );
}

type WayProps = { name: string; strong?: boolean; isBlocked?: boolean; children: ReactNode };

function Way({ name, strong = false, isBlocked = false, children }: WayProps) {
  return (
    <Box>
      <Typography color="text.secondary">{name}</Typography>
      <Typography
        sx={{
          fontSize: strong ? "2.6rem" : "1.35rem",
          fontWeight: 700,
          lineHeight: 1.1,
          textDecoration: isBlocked ? "line-through" : "none",
        }}
      >
        {children}
      </Typography>
    </Box>
  );
}

export function Obstacle({ obstacle }: { obstacle: Schemas["ObstacleSheet"] }) {
  return (
    <Alert severity="warning" sx={{ mb: 2 }}>
      <strong>{obstacle.why}</strong>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {obstacle.ways_out.map((way) => (
          <li key={way}>{way}</li>
        ))}
      </Box>
    </Alert>
  );
}
