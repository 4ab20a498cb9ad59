import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useGear } from "../../api/queries";
import { Keypad } from "../../parts/Keypad";
import { Loaded, Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { sightOptions } from "../../parts/sights";
import { UsualKit } from "../gear";
import { Answer } from "./Answer";
import { type Field, NumberRow, typeInto, typedIn } from "./NumberRow";
import { type Height, type Rod, useHeight } from "./useHeight";

type Job = Schemas["JobSheet"];
type Props = { crew: string; job?: Job; canPlan: boolean };

/** The three numbers and their answer; a crew without a rod is asked for its units first. */
export function ThreeNumbers({ crew, job, canPlan }: Props) {
  const gear = useGear(crew);
  return (
    <Loaded query={gear}>
      {(sheet) =>
        sheet.rods.length && sheet.instruments.length ? (
          <Numbers crew={crew} rods={sheet.rods} job={job} />
        ) : (
          <UsualKit crew={crew} canPlan={canPlan} />
        )
      }
    </Loaded>
  );
}

type NumbersProps = { crew: string; rods: readonly Rod[]; job: Job | undefined };

function Numbers({ crew, rods, job }: NumbersProps) {
  const height = useHeight(crew, rods, job);
  const [field, setField] = useState<Field>(job?.benchmarks.length ? "reading" : "known");
  const { rod } = height;
  if (!rod) return null;
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
      <Stack spacing={1}>
        <Rows {...{ height, job, field, setField }} />
        <Keypad
          rod={rod}
          value={typedIn(height, field)}
          onChange={(text) => typeInto(height, field, text)}
        />
        <Held {...{ height, rods, rod }} />
        <Keep height={height} job={job} />
      </Stack>
    </Box>
  );
}

type RowsProps = {
  height: Height;
  job: Job | undefined;
  field: Field;
  setField: (field: Field) => void;
};

function Rows({ height, job, field, setField }: RowsProps) {
  const row = { height, here: field, onGo: setField };
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
          hint="Its elevation. Left empty, it is taken as zero"
          next="reading"
        />
      )}
      <NumberRow {...row} field="reading" label="There the rod reads" next={0} />
      {height.values.points.map((_, at) => (
        <Stack key={at} spacing={1}>
          <NumberRow
            {...row}
            field={at}
            label={at ? `And height ${at + 1} you want` : "The height you want"}
            next={{ at }}
          />
          <NumberRow
            {...row}
            field={{ at }}
            label="Read there, if you want it judged"
            isQuiet
            next={at + 1 < height.values.points.length ? at + 1 : { at }}
          />
        </Stack>
      ))}
      <Stack direction="row" spacing={1} sx={{ flexWrap: "wrap" }}>
        <Button
          variant="outlined"
          onClick={() => {
            height.addPoint();
            setField(height.values.points.length);
          }}
        >
          Another height
        </Button>
        <Button onClick={() => height.again()}>Begin again</Button>
      </Stack>
    </>
  );
}

type HeldProps = { height: Height; rods: readonly Rod[]; rod: Rod };

/** The rod it is read on, remembered on this device, and how it is held. */
function Held({ height, rods, rod }: HeldProps) {
  return (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", "& > *": { flex: "1 1 180px" } }}>
      <Select
        label="Read on"
        value={rod.id}
        options={rods.map(({ id, name }) => [id, name] as const)}
        onChange={height.keepRod}
      />
      <Select
        label="How it is read there"
        value={height.values.sight}
        options={sightOptions()}
        onChange={(sight) => height.change({ sight })}
      />
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
            hint="Anything you find it by; the rest may come later"
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
