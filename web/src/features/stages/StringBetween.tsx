import Stack from "@mui/material/Stack";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { useSum } from "./useSum";

type Props = { job: Schemas["JobSheet"]; pegs: readonly Schemas["Peg"][] };
type Known = { id: string; name: string; elevation: string; place: Schemas["Place"] | null };

const ENTRIES = [
  ["start", "Its height at the start", ""],
  ["end", "Its height at the end", ""],
  ["apart", "From start to end", ""],
  ["every", "A stake every", ""],
  ["wanted", "Wanted below it", "A height, or: lower 9 in"],
  ["wanted_end", "Below its end", "Left empty: the same"],
  ["beyond", "Carry the fall on by", "Beyond the end; may be left empty"],
] as const;
const EMPTY = {
  start: "",
  end: "",
  apart: "",
  every: "",
  wanted: "",
  wanted_end: "",
  beyond: "",
  string: "braided",
  pull: "hand",
  from: "",
  to: "",
};
const STRINGS = [
  ["braided", "Braided line, 1.5 mm"],
  ["twine", "Mason's twine"],
  ["wire", "Steel wire, 0.5 mm"],
] as const;
const PULLS = [
  ["loose", "drawn up loosely"],
  ["hand", "pulled by hand"],
  ["hard", "pulled hard, round a stake"],
] as const;
const NAMES = ENTRIES.map(([name]) => name);
const NEEDED = ["start", "end", "apart", "every"] as const;

/** A string between two points that were shot or set: its height, its sag, what to measure down. */
export function StringBetween({ job, pegs }: Props) {
  const isMetric = job.volume_unit === "m³";
  const sum = useSum(
    `string:${job.id}`,
    { ...EMPTY, every: isMetric ? "1.2 m" : "4 ft" },
    ({ start, end, apart, every, wanted, wanted_end, beyond, string, pull }) =>
      told(
        api.POST("/api/v1/jobs/{job}/string", {
          params: { path: { job: job.id } },
          body: {
            ...{ start, end, apart, every, wanted, wanted_end, beyond },
            string: string as (typeof STRINGS)[number][0],
            pull: pull as (typeof PULLS)[number][0],
          },
        }),
      ),
    (values) => NEEDED.every((name) => values[name].trim() !== ""),
  );
  const known = knownPoints(job, pegs);
  const choose = (which: "from" | "to", id: string) => {
    const point = known.find((one) => one.id === id);
    const other = known.find((one) => one.id === sum.values[which === "from" ? "to" : "from"]);
    const apart = point && other && distance(point, other);
    sum.changeAll({
      [which]: id,
      ...(point ? { [which === "from" ? "start" : "end"]: point.elevation } : {}),
      ...(apart ? { apart: `${apart.toFixed(3)} m` } : {}),
    });
  };
  const options = [
    ["", "Type its height"] as const,
    ...known.map(({ id, name, elevation }) => [id, `${name}, ${elevation}`] as const),
  ];
  return (
    <Panel title="A string between two points">
      <Stack spacing={1.5}>
        <Stack direction="row" sx={{ gap: 1, "& > *": { flex: 1 } }}>
          <Select
            label="From"
            value={sum.values.from}
            options={options}
            onChange={(id) => choose("from", id)}
          />
          <Select
            label="To"
            value={sum.values.to}
            options={options}
            onChange={(id) => choose("to", id)}
          />
        </Stack>
        <Stack direction="row" sx={{ gap: 1, "& > *": { flex: 1 } }}>
          <Select
            label="String"
            value={sum.values.string}
            options={STRINGS}
            onChange={(kind) => sum.change("string", kind)}
          />
          <Select
            label="Pull"
            value={sum.values.pull}
            options={PULLS}
            onChange={(hard) => sum.change("pull", hard)}
          />
        </Stack>
        <Stack direction="row" sx={{ flexWrap: "wrap", columnGap: 1, rowGap: 2 }}>
          {ENTRIES.map(([name, label, hint]) => (
            <Stack key={name} sx={{ flex: "1 1 150px" }}>
              <EntryField
                name={name}
                label={label}
                value={sum.values[name]}
                onChange={(text) => sum.change(name, text)}
                problems={sum.problems}
                {...(hint ? { hint } : {})}
              />
            </Stack>
          ))}
        </Stack>
        <Problems problems={sum.problems} fields={NAMES} />
        {sum.answer && <Stakes answer={sum.answer} />}
      </Stack>
    </Panel>
  );
}

function Stakes({ answer }: { answer: Schemas["PulledStringSheet"] }) {
  const hasDown = answer.stakes.some(({ down }) => down !== "");
  return (
    <Stack spacing={1} aria-live="polite">
      <Typography>
        <strong>{answer.fall}</strong>. It sags {answer.sag} in the middle; that is taken off below.
      </Typography>
      {answer.carried_on && (
        <Typography>
          Carried on beyond the end: <strong>{answer.carried_on.text}</strong>
        </Typography>
      )}
      <Table
        size="small"
        aria-label="Stakes along the string"
        sx={{ "& td, & th": { px: 0.5, whiteSpace: "nowrap" } }}
      >
        <TableHead>
          <TableRow>
            <TableCell>From the start</TableCell>
            <TableCell>String at</TableCell>
            {hasDown && <TableCell>Measure</TableCell>}
          </TableRow>
        </TableHead>
        <TableBody>
          {answer.stakes.map(({ along, height, down }) => (
            <TableRow key={along}>
              <TableCell>{along}</TableCell>
              <TableCell>{height.text}</TableCell>
              {hasDown && <TableCell sx={{ fontWeight: 700 }}>{down}</TableCell>}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Stack>
  );
}

/** What a string may start from: benchmarks, and points that were shot and count. */
function knownPoints(job: Schemas["JobSheet"], pegs: Props["pegs"]): Known[] {
  return [
    ...job.benchmarks.map(({ id, name, elevation, place }) => ({
      id,
      name,
      elevation: elevation.text,
      place,
    })),
    ...pegs.flatMap(({ id, name, shot, place }) =>
      shot && !shot.in_doubt ? [{ id, name, elevation: shot.elevation.text, place }] : [],
    ),
  ];
}

function distance(one: Known, other: Known): number | null {
  if (!one.place || !other.place || one.id === other.id) return null;
  const [dx, dy] = (["x", "y"] as const).map(
    (axis) => Number(one.place?.[axis].metres) - Number(other.place?.[axis].metres),
  );
  return Math.hypot(dx ?? 0, dy ?? 0);
}
