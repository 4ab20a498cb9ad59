import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import type { Schemas } from "../../api/client";
import { type Marked, useMarks } from "../../api/queries";
import { useKept } from "../../parts/drafts";
import { Loaded, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import type { PlanLine } from "../../parts/plan/drawn";
import { type Spot, spotOf } from "../../parts/plan/frame";
import { planInstruments } from "../../parts/plan/pegs";
import { Rod } from "../../parts/rod/Rod";
import { WAY_NAMES, type WayKey, wayFrom, waysOf } from "../../parts/ways";
import { StandingBar } from "../standing";
import { Places } from "./Places";

type Props = {
  job: Schemas["JobSheet"];
  setUp: Schemas["SetUpSheet"];
  marked: Marked;
  name: string;
  outlines: readonly (readonly Spot[])[];
  lines: readonly PlanLine[];
};

/** Heights to set from a set-up, four ways side by side, and where to set them. */
export function Heights({ job, setUp, marked, name, outlines, lines }: Props) {
  const [kept, keepFirst] = useKept("way-first", job.usual.way);
  const first = wayFrom(kept);
  const marks = useMarks(setUp.id, marked);
  return (
    <>
      <StandingBar
        job={job}
        setUp={setUp}
        voids={setUp.standing.stands ? "marks made then are VOID" : "these marks are VOID"}
      />
      <ToggleButtonGroup
        exclusive
        value={first}
        aria-label="The way you see first"
        onChange={(_, next: WayKey | null) => next && keepFirst(next)}
        sx={{ bgcolor: "background.paper", flexWrap: "wrap", alignSelf: "flex-start" }}
      >
        {Object.entries(WAY_NAMES).map(([key, label]) => (
          <ToggleButton key={key} value={key}>
            {label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Loaded query={marks}>
        {(sheet) => (
          <>
            {sheet.surfaces.length === 0 && (
              <Typography>
                Nothing to set yet: shoot the ground first, or enter the depths it must have.
              </Typography>
            )}
            <Box
              sx={{
                display: "grid",
                gap: 2,
                gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: "repeat(2, minmax(0, 1fr))" },
              }}
            >
              {sheet.surfaces.map((surface) => (
                <Surface key={surface.key} surface={surface} setUp={sheet.set_up} first={first} />
              ))}
            </Box>
            {sheet.places.length > 0 && (
              <Panel
                title={
                  sheet.spacing
                    ? `Where to mark: corners, and at most ${sheet.spacing} apart`
                    : "Where to set it"
                }
              >
                <Stack direction={{ xs: "column", lg: "row" }} spacing={2}>
                  <Box sx={{ flex: 3, minWidth: 0 }}>
                    <Plan
                      label={`Marks around ${name}`}
                      outlines={outlines}
                      lines={lines}
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
                  <Places
                    places={sheet.places}
                    isByLine={job.usual.marks === "line"}
                    isFalling={sheet.places.some((place) => place.drop !== "")}
                  />
                </Stack>
              </Panel>
            )}
          </>
        )}
      </Loaded>
    </>
  );
}

type SurfaceProps = {
  surface: Schemas["SurfaceSheet"];
  setUp: Schemas["SetUpSheet"];
  first: WayKey;
};

function Surface({ surface, setUp, first }: SurfaceProps) {
  const { ways } = surface;
  const isBlocked = ways.obstacle !== null;
  return (
    <Panel title={`${surface.name} at ${surface.target.text}`}>
      {surface.points.length > 0 && (
        <Typography color="text.secondary" sx={{ mb: 1 }}>
          at {surface.points.join(", ")}
        </Typography>
      )}
      {ways.obstacle && <Obstacle obstacle={ways.obstacle} />}
      <Stack direction="row" spacing={2}>
        <Stack sx={{ flex: 1, minWidth: 0 }} spacing={2}>
          {waysOf(ways, setUp.known, first).map((way, i) => (
            <OneWay
              key={way.key}
              name={way.name}
              strong={i === 0}
              isBlocked={way.needsRod && isBlocked}
            >
              {way.says}
            </OneWay>
          ))}
        </Stack>
        <ClampedRod ways={ways} setUp={setUp} />
      </Stack>
    </Panel>
  );
}

type ClampedProps = { ways: Schemas["WaysSheet"]; setUp: Schemas["SetUpSheet"] };

/** The rod with the clamp on it: standing, or upside down where the height is above the beam. */
function ClampedRod({ ways, setUp }: ClampedProps) {
  const isUpsideDown = ways.obstacle !== null && ways.upside_down !== null;
  const clamp = isUpsideDown ? ways.upside_down : ways.clamp;
  const value = isUpsideDown ? ways.upside_down_value : ways.clamp_value;
  if (!clamp || value === null || (ways.obstacle && !isUpsideDown)) return null;
  const reference = isUpsideDown ? null : ways.reference_value;
  return (
    <Rod
      rod={setUp.rod}
      beam={value}
      clamp={{ value, text: "clamp" }}
      reference={reference === null ? undefined : { value: reference, text: setUp.known }}
      stops={isUpsideDown ? [] : ways.slide_stops}
      height={300}
      isFar
      isUpsideDown={isUpsideDown}
      width={140}
      label={`Rod ${isUpsideDown ? "upside down, " : ""}clamped at ${clamp.rod}`}
    />
  );
}

type OneWayProps = { name: string; strong?: boolean; isBlocked?: boolean; children: ReactNode };

function OneWay({ name, strong = false, isBlocked = false, children }: OneWayProps) {
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
