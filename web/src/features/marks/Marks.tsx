import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useMarks } from "../../api/queries";
import { Choose, useChosen } from "../../parts/Choose";
import { useKept } from "../../parts/drafts";
import { Needs } from "../../parts/Needs";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { spotOf } from "../../parts/plan/frame";
import { outlineSpots, planInstruments } from "../../parts/plan/pegs";
import { Rod } from "../../parts/rod/Rod";
import { useJobSheet } from "../frame/useJobSheet";
import { StandingBar } from "../standing";
import { Places } from "./Places";
import { WAY_NAMES, type WayKey, wayFrom, waysOf } from "./ways";

/** The heights to mark, four ways side by side, and where to mark them. */
export function Marks() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const { floor, setUp } = chosen;
  const [kept, keepFirst] = useKept("way-first", "clamp");
  const first = wayFrom(kept);
  const marks = useMarks(setUp?.id ?? "", floor?.id ?? "");
  if (!floor) return <Needs job={job} title="Marks" what="floor" />;
  if (!setUp) return <Needs job={job} title="Marks" what="set-up" />;
  return (
    <Page
      title={`Marks, ${floor.name}`}
      lead={`From set-up ${setUp.number}, carried from ${setUp.known}`}
      action={
        <Stack direction="row" spacing={1}>
          <Choose job={job} chosen={chosen} />
          <Button component={Link} to={`/jobs/${job.id}/marks/sheet`} variant="outlined">
            Clamp sheet
          </Button>
        </Stack>
      }
    >
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
        {Object.entries(WAY_NAMES).map(([key, name]) => (
          <ToggleButton key={key} value={key}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Loaded query={marks}>
        {(sheet) => (
          <>
            <Stack direction={{ xs: "column", lg: "row" }} spacing={2}>
              {sheet.surfaces.map((surface) => (
                <Box key={surface.key} sx={{ flex: 1, minWidth: 0 }}>
                  <Surface surface={surface} setUp={sheet.set_up} first={first} />
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
