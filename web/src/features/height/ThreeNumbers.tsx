import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type ReactNode, useState } from "react";
import type { Schemas } from "../../api/client";
import { useGear } from "../../api/queries";
import { Keypad } from "../../parts/Keypad";
import { Loaded, Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { ASKED, sightOptions } from "../../parts/sights";
import { UnitKeys } from "../gear";
import { Answer } from "./Answer";
import { type Field, NumberRow, typeInto, typedIn } from "./NumberRow";
import { RodKey } from "./RodKey";
import { type Height, useHeight } from "./useHeight";

/** What the three numbers are; a phone's screen has better use for the room. */
export function Lead() {
  return (
    <Box component="span" sx={{ display: { xs: "none", md: "inline" } }}>
      What you stand on, what the rod reads there, what you want.
    </Box>
  );
}

type Job = Schemas["JobSheet"];
/** What is asked beside the numbers, such as whose gear it is, comes as children. */
type Props = { crew: string; job?: Job; children?: ReactNode };

/** The three numbers and their answer; where nobody said what the rod shows, that is asked first. */
export function ThreeNumbers({ crew, job, children }: Props) {
  const gear = useGear(crew);
  return (
    <Loaded query={gear}>
      {(sheet) => (
        <Numbers crew={crew} gear={sheet} job={job}>
          {children}
        </Numbers>
      )}
    </Loaded>
  );
}

type NumbersProps = {
  crew: string;
  gear: Schemas["GearSheet"];
  job: Job | undefined;
  children: ReactNode;
};

function Numbers({ crew, gear, job, children }: NumbersProps) {
  const height = useHeight(crew, gear, job);
  const [field, setField] = useState<Field>(job?.benchmarks.length ? "reading" : "known");
  const { rod } = height;
  if (!rod)
    return (
      <Panel title="What does your rod show?">
        <Stack spacing={1}>
          <UnitKeys rods={gear.usual_rods} onChoose={({ rod: { id } }) => height.keepRod(id)} />
          <Typography color="text.secondary">
            Nothing is stored by this. Another one is a tap away, beside the reading.
          </Typography>
        </Stack>
      </Panel>
    );
  return (
    <Box
      sx={{
        display: "grid",
        gap: 2,
        gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" },
        alignItems: "start",
      }}
    >
      <Box sx={{ order: { xs: 0, md: 1 } }}>
        <Answer height={height} field={field} />
      </Box>
      <Stack spacing={0.75}>
        <Rows {...{ height, gear, job, field, setField }} />
        <Keypad
          rod={rod}
          value={typedIn(height, field)}
          onChange={(text) => typeInto(height, field, text)}
          hasSides={field === "known" || typeof field === "number"}
        />
        <More {...{ height, field, setField }} />
        <HowRead height={height}>{children}</HowRead>
        <Keep height={height} job={job} />
      </Stack>
    </Box>
  );
}

type RowsProps = {
  height: Height;
  gear: Schemas["GearSheet"];
  job: Job | undefined;
  field: Field;
  setField: (field: Field) => void;
};

function Rows({ height, gear, job, field, setField }: RowsProps) {
  const row = { height, here: field, onGo: setField };
  const known = height.values.known.trim() ? height.sheet?.known : null;
  const onBenchmark = job?.benchmarks.find((one) => one.id === height.values.benchmark);
  const options = [
    ...(job?.benchmarks ?? []).map(
      ({ id, name, elevation }) => [id, `${name}, ${elevation.text}`] as const,
    ),
    ["", "Another point: type its height"] as const,
  ];
  return (
    <>
      {job && job.benchmarks.length > 0 && (
        <Select
          label="You stand on"
          value={height.values.benchmark}
          options={options}
          onChange={(benchmark) => height.change({ benchmark })}
        />
      )}
      {!onBenchmark && (
        <NumberRow
          {...row}
          field="known"
          label="You stand on a point at"
          hint={known ? `= ${known.text}` : "Its elevation. Left empty, it is taken as zero"}
          next="reading"
        />
      )}
      <NumberRow
        {...row}
        field="reading"
        label={`There ${ASKED[height.values.sight]}`}
        next={0}
        end={<RodKey height={height} gear={gear} />}
      />
      {height.values.points.map((_, at) => (
        <Stack key={at} spacing={0.75}>
          <NumberRow
            {...row}
            field={at}
            label={at ? `Height ${at + 1} you want` : "The height you want"}
          />
          {isJudged(height, at, field) && (
            <NumberRow {...row} field={{ at }} label="The rod reads there" isQuiet />
          )}
        </Stack>
      ))}
    </>
  );
}

/** Whether a reading is held against a wanted height: one is typed, or about to be. */
function isJudged({ values }: Height, at: number, here: Field): boolean {
  return values.points[at]?.reading !== "" || (typeof here === "object" && here.at === at);
}

type MoreProps = { height: Height; field: Field; setField: (field: Field) => void };

/** What goes on from an answer: a reading judged against it, a second height. */
function More({ height, field, setField }: MoreProps) {
  const at = typeof field === "number" ? field : height.values.points.length - 1;
  return (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
      <Button variant="outlined" sx={{ flex: 1 }} onClick={() => setField({ at })}>
        Judge a reading
      </Button>
      <Button
        variant="outlined"
        sx={{ flex: 1 }}
        onClick={() => {
          height.addPoint();
          setField(height.values.points.length);
        }}
      >
        Another height
      </Button>
      <Button onClick={() => height.again()}>Begin again</Button>
    </Stack>
  );
}

/** How the rod or the tape is held on the point one stands on. */
function HowRead({ height, children }: { height: Height; children: ReactNode }) {
  return (
    <Stack spacing={1.5} sx={{ pt: 1 }}>
      <Select
        label="How it is read there"
        value={height.values.sight}
        options={sightOptions()}
        onChange={(sight) => height.change({ sight })}
      />
      {children}
    </Stack>
  );
}

const SHOWN = ["known", "reading", "job_name"];

/** Keep it: in the open job, or in a new one that needs a name and nothing else. */
function Keep({ height, job }: { height: Height; job: Job | undefined }) {
  const [isNaming, setNaming] = useState(false);
  const isReady = Boolean(height.sheet?.line);
  const shown = [
    ...SHOWN,
    ...height.values.points.flatMap((_, at) => [`points.${at}.target`, `points.${at}.reading`]),
  ];
  return (
    <Panel>
      <Stack spacing={1.5}>
        {isNaming && !job && (
          <NumberRow
            height={height}
            here="known"
            onGo={() => undefined}
            field="job_name"
            label="Name the job"
            hint="Anything you find it by; left empty, it gets a number"
          />
        )}
        <Problems problems={height.problems} fields={shown} />
        <Button
          variant="contained"
          size="large"
          disabled={!isReady}
          loading={height.isKeeping}
          onClick={() => (job || isNaming ? height.keep() : setNaming(true))}
        >
          {job ? `Keep it in ${job.name}` : isNaming ? "Keep it in a new job" : "Keep it"}
        </Button>
        {!isReady && (
          <Typography variant="body2" color="text.secondary">
            Nothing is stored until you keep it.
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}
