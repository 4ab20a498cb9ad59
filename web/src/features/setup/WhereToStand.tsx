import Alert from "@mui/material/Alert";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { outlineSpots } from "../../parts/plan/pegs";
import { type Frame, type Spot, spotOf, typedFrom } from "../../parts/plan/frame";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { usePalette } from "../../theme/theme";
import { useJobSheet } from "../frame/useJobSheet";
import { OverTheLine } from "../line";

type Sheet = Schemas["StandsSheet"];

const STAGES = [
  ["all", "all that is left"],
  ["layout", "the rough layout"],
  ["dig", "the dig"],
  ["forms", "forms"],
  ["piers", "piers"],
  ["stone", "stone"],
  ["in-slab", "under and in the slab"],
  ["marks", "marks and screed points"],
  ["after", "after the pour"],
] as const;

/** The surest place for what is left to shoot, and what another place costs against it. */
export function WhereToStand() {
  const job = useJobSheet();
  const [stage, setStage] = useState<(typeof STAGES)[number][0]>("all");
  const [benchmark, setBenchmark] = useState("");
  const [chosen, choose] = useState<Spot>();
  const at = chosen && {
    x: typedFrom(chosen.x, job.style_kind),
    y: typedFrom(chosen.y, job.style_kind),
  };
  const asked = {
    stage: stage === "all" ? ("" as const) : stage,
    ...(benchmark && { benchmark }),
    ...at,
  };
  const query = useQuery({
    queryKey: ["stands", job.id, asked],
    queryFn: () =>
      told(
        api.GET("/api/v1/jobs/{job}/stands", {
          params: { path: { job: job.id }, query: asked },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const placed = job.benchmarks.filter(({ place }) => place);
  return (
    <Page title="Where to stand" lead="For what is still to be shot, with the gear you carry.">
      <OverTheLine what="Where to stand">
        <Stack direction={{ xs: "column", sm: "row" }} spacing={1.5} sx={{ "& > *": { flex: 1 } }}>
          <Select label="To shoot" value={stage} options={STAGES} onChange={setStage} />
          {placed.length > 1 && (
            <Select
              label="From"
              value={benchmark || (placed[0]?.id ?? "")}
              options={placed.map(({ id, name }) => [id, name] as const)}
              onChange={setBenchmark}
            />
          )}
        </Stack>
        <Problems problems={problemsOf(query.error)} />
        {!query.error && (
          <Loaded query={query}>
            {(sheet) => (
              <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
                <Stack sx={{ flex: 2, minWidth: 0 }}>
                  <Plan
                    label="Plan: the ground by how sure heights are; tap where you would stand"
                    outlines={job.floors.map(outlineSpots)}
                    ground={(frame) => <Shades ground={sheet.ground} frame={frame} />}
                    track={[]}
                    pegs={pegsOf(sheet)}
                    instruments={standsOf(sheet)}
                    controls={placed.flatMap(({ name, place }) =>
                      place ? [{ name, spot: spotOf(place), isTurn: false }] : [],
                    )}
                    onPlace={choose}
                    isMetric={job.volume_unit === "m³"}
                    height={460}
                  />
                  <Steps steps={sheet.ground.steps} />
                </Stack>
                <Stack sx={{ flex: 1, minWidth: 0 }} spacing={2}>
                  <Answer sheet={sheet} />
                </Stack>
              </Stack>
            )}
          </Loaded>
        )}
      </OverTheLine>
    </Page>
  );
}

function Answer({ sheet }: { sheet: Sheet }) {
  const { best, here, beam } = sheet;
  return (
    <Panel title={titleOf(sheet)}>
      <Stack spacing={1.5}>
        {best && (
          <>
            <Typography sx={{ fontSize: "1.6rem", fontWeight: 700, lineHeight: 1.2 }}>
              {best.place.x.text} right, {best.place.y.text} away
            </Typography>
            <Typography>
              U is at most {best.u}, at {best.worst}.
            </Typography>
          </>
        )}
        {sheet.several && <Typography>{sheet.several.says}</Typography>}
        {sheet.several_problem && <Alert severity="warning">{sheet.several_problem}</Alert>}
        {beam && (
          <Typography>
            Beam at {beam.proposed.text}: from {beam.lowest.text} to {beam.highest.text} every
            planned height is on the rod. {beam.says} The ground is taken at {beam.ground.text},{" "}
            {beam.ground_by}.
          </Typography>
        )}
        {sheet.beam_problem && <Alert severity="warning">{sheet.beam_problem}</Alert>}
        {here ? (
          <Typography>
            <strong>
              Where you tapped, {here.place.x.text} right, {here.place.y.text} away:
            </strong>{" "}
            U up to {here.u}. {sheet.cost}
          </Typography>
        ) : (
          <Typography color="text.secondary">
            Tap the plan to see what another place costs.
          </Typography>
        )}
        <Typography color="text.secondary">
          {sheet.points} points to shoot from {sheet.known}, with {sheet.gear}.
        </Typography>
      </Stack>
    </Panel>
  );
}

/** One place for all, or the surest of what takes several. */
function titleOf({ best, several, beam_problem }: Sheet): string {
  if (several) return "No one place does";
  return best && !beam_problem ? "Stand at" : "The surest place, though no beam reads all";
}

function pegsOf(sheet: Sheet) {
  return sheet.spots.map(([x = 0, y = 0], i) => ({
    id: String(i),
    name: "",
    spot: { x, y },
    state: "not-shot" as const,
  }));
}

function standsOf(sheet: Sheet) {
  const stands = sheet.several?.stands ?? (sheet.best ? [sheet.best.place] : []);
  const best = stands.map((place, i) => ({
    name: stands.length > 1 ? `Stand ${i + 1}` : "Best",
    spot: spotOf(place),
    isCurrent: true,
  }));
  const here = sheet.here
    ? [{ name: "Here", spot: spotOf(sheet.here.place), isCurrent: false }]
    : [];
  return [...best, ...here];
}

type Ground = Sheet["ground"];

/** The ground by its largest U: the darker the less sure; where one can't stand it is hatched. */
function Shades({ ground, frame }: { ground: Ground; frame: Frame }) {
  const palette = usePalette();
  const paths = new Map<number, string[]>();
  const [wide, deep] = [ground.width / ground.columns, ground.depth / ground.rows];
  const [across, down] = [wide, deep].map((one) => (one * frame.scale).toFixed(1));
  ground.cells.forEach((shade, i) => {
    const [row, column] = [Math.floor(i / ground.columns), i % ground.columns];
    const corner = { x: ground.left + column * wide, y: ground.near + (row + 1) * deep };
    const { x, y } = frame.toScreen(corner);
    const own = paths.get(shade) ?? [];
    if (!own.length) paths.set(shade, own);
    own.push(`M${x.toFixed(1)} ${y.toFixed(1)}h${across}v${down}h-${across}z`);
  });
  return (
    <>
      <Hatch />
      {[...paths].map(([shade, cells]) => (
        <path
          key={shade}
          data-shade={shade}
          d={cells.join("")}
          fill={shade < 0 ? HATCHED : palette.peg}
          fillOpacity={shade < 0 ? 1 : FAINTEST + shade * STEP}
        />
      ))}
    </>
  );
}

const FAINTEST = 0.1;
const STEP = 0.2;
const HATCH = "no-place-to-stand";
const HATCHED = `url(#${HATCH})`;

/** Where one can't stand. */
function Hatch() {
  const palette = usePalette();
  return (
    <pattern id={HATCH} width={7} height={7} patternUnits="userSpaceOnUse">
      <path d="M-1 8L8 -1M-1 1L1 -1M6 8L8 6" stroke={palette.text.secondary} strokeWidth={1.2} />
    </pattern>
  );
}

function Steps({ steps }: { steps: readonly string[] }) {
  const palette = usePalette();
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", pt: 1 }}>
      {steps.map((step, shade) =>
        step === steps[shade - 1] ? null : (
          <Stack key={shade} direction="row" spacing={0.5} sx={{ alignItems: "center" }}>
            <svg width={16} height={16} aria-hidden>
              <rect
                width={16}
                height={16}
                fill={palette.peg}
                fillOpacity={FAINTEST + shade * STEP}
                stroke={palette.text.secondary}
              />
            </svg>
            <Typography variant="body2">U to {step}</Typography>
          </Stack>
        ),
      )}
      <Stack direction="row" spacing={0.5} sx={{ alignItems: "center" }}>
        <svg width={16} height={16} aria-hidden>
          <rect width={16} height={16} fill={HATCHED} stroke={palette.text.secondary} />
        </svg>
        <Typography variant="body2">out of reach or too near</Typography>
      </Stack>
    </Stack>
  );
}
