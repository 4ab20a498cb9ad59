import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Problem, Schemas } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import type { Lay, Sheet } from "./form";

type Job = Schemas["JobSheet"];
type Known = Lay["known"][number];
type Props = {
  job: Job;
  sheet: Sheet | undefined;
  lay: Lay;
  change: (changed: Partial<Lay>) => void;
  problems: readonly Problem[];
};

const UNITS = [
  ["ft", "feet"],
  ["in", "inches"],
  ["m", "meters"],
  ["mm", "millimeters"],
  ["cm", "centimeters"],
  ["survey-ft", "US survey feet"],
] as const;

const HOW: Record<string, string> = {
  corner: "Its lower left corner lies on the job's first corner.",
  before: "It lies as the drawing before it.",
  known: "It lies by the points you know.",
};

/** What unit a drawing is in, and how it lies on the site. */
export function LayIt({ job, sheet, lay, change, problems }: Props) {
  const put = (at: number, changed: Partial<Known>) =>
    change({ known: lay.known.map((one, i) => (i === at ? { ...one, ...changed } : one)) });
  const own = (field: string) => problems.filter((one) => one.field === field);
  return (
    <Panel title="How it lies on the site">
      <Stack spacing={2}>
        <Select
          label="The drawing is in"
          value={lay.unit || (sheet?.unit ?? "")}
          options={[...(sheet || lay.unit ? [] : [["", "choose"] as const]), ...UNITS]}
          onChange={(unit) => change({ unit: unit as Lay["unit"] })}
        />
        {sheet && (
          <Typography>
            {sheet.size && `${sheet.size} in all. `}
            {!sheet.says_unit && "The file does not say its unit: check a size you know. "}
            {HOW[sheet.how]}
            {sheet.turned && ` It is turned by ${sheet.turned}.`}
          </Typography>
        )}
        {lay.known.map((known, at) => (
          <KnownFields
            key={at}
            {...{ job, known, at, problems }}
            miss={sheet?.how === "known" ? sheet.misses[at] : undefined}
            change={(changed) => put(at, changed)}
            drop={() => change({ known: lay.known.filter((_, i) => i !== at) })}
          />
        ))}
        {(!sheet || sheet.has_arcs) && (
          <EntryField
            name="within"
            label="Arcs become corners to within"
            value={lay.within}
            onChange={(within) => change({ within })}
            problems={problems}
            hint={sheet ? `${sheet.within} where nothing is typed` : "1/8 in or 3 mm is usual"}
          />
        )}
        <Problems problems={own("known").concat(own("unit"))} />
      </Stack>
    </Panel>
  );
}

type KnownProps = {
  job: Job;
  known: Known;
  at: number;
  problems: readonly Problem[];
  miss: string | undefined;
  change: (changed: Partial<Known>) => void;
  drop: () => void;
};

const TYPED = "";

/** A point known in both: a benchmark with a place, or a place as it is typed. */
function KnownFields({ job, known, at, problems, miss, change, drop }: KnownProps) {
  const placed = job.benchmarks.filter(({ place }) => place);
  const field = (name: string) => `known.${at}.${name}`;
  return (
    <Stack spacing={1} sx={{ borderLeft: 6, borderColor: "divider", pl: 1.5 }}>
      <Stack direction="row" sx={{ alignItems: "center", justifyContent: "space-between", gap: 1 }}>
        <Typography sx={{ fontWeight: 700 }}>
          Known point {at + 1}
          {miss && `, misses by ${miss}`}
        </Typography>
        <Button onClick={drop}>Leave it out</Button>
      </Stack>
      {placed.length > 0 && (
        <Select
          label="It is"
          value={known.benchmark ?? TYPED}
          options={[
            [TYPED, "a place you type"],
            ...placed.map(({ id, name }) => [id, name] as const),
          ]}
          onChange={(id) => change({ benchmark: id === TYPED ? null : id })}
        />
      )}
      {known.benchmark === null && (
        <Stack direction="row" spacing={1}>
          <EntryField
            name={field("right")}
            label="Right of the first corner"
            value={known.right}
            onChange={(right) => change({ right })}
            problems={problems}
          />
          <EntryField
            name={field("away")}
            label="Away from it"
            value={known.away}
            onChange={(away) => change({ away })}
            problems={problems}
          />
        </Stack>
      )}
      <Problems
        problems={problems.filter((one) =>
          [field("handle"), field("benchmark")].includes(one.field),
        )}
      />
    </Stack>
  );
}
