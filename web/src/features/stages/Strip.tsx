import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { type Schemas, api, told } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { useSum } from "./useSum";

type Stretch = { length: string; start: string; end: string };

const EMPTY: Stretch = { length: "", start: "", end: "" };
const ENDS = [
  ["length", "along the wall"],
  ["start", "slab thick at its start"],
  ["end", "slab thick at its end"],
] as const;

function readRows(kept: string): Stretch[] {
  return JSON.parse(kept) as Stretch[];
}

function isTyped(values: { strip_height: string; roll: string; stretches: string }): boolean {
  const rows = readRows(values.stretches);
  const entries = [values.strip_height, values.roll, ...rows.flatMap((row) => Object.values(row))];
  return entries.every((text) => text.trim() !== "");
}

function isBlank(stretch: Stretch): boolean {
  return Object.values(stretch).every((text) => text.trim() === "");
}

/** The edges of the job's floors, each a stretch that need not be typed. */
function EdgeChoice({ job, take }: { job: string; take: (edge: Stretch) => void }) {
  const { data } = useQuery({
    queryKey: ["slab-edges", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/slab-edges", { params: { path: { job } } })),
  });
  if (!data?.edges.length) return null;
  return (
    <TextField
      select
      label="Take a slab's edge"
      value=""
      sx={{ flex: "0 1 260px" }}
      onChange={(event) => {
        const edge = data.edges[Number(event.target.value)];
        if (edge) take({ length: edge.length, start: edge.start, end: edge.end });
      }}
    >
      {data.edges.map((one, i) => (
        <MenuItem key={i} value={String(i)}>
          {one.floor}, edge {one.edge}: {one.length} long,{" "}
          {one.start === one.end ? one.start : `${one.start} to ${one.end}`} thick
        </MenuItem>
      ))}
    </TextField>
  );
}

/** The isolation strip where a slab meets walls or columns; a tapering edge takes its thicker end. */
export function Strip({ job }: { job: Schemas["JobSheet"] }) {
  const metric = job.volume_unit === "m³";
  const usual = metric
    ? { strip_height: "100 mm", roll: "15 m" }
    : { strip_height: '4"', roll: "50 ft" };
  const sum = useSum(
    `strip:${job.id}`,
    { ...usual, stretches: JSON.stringify([EMPTY]) },
    ({ stretches, ...body }) =>
      told(
        api.POST("/api/v1/jobs/{job}/isolation-strip", {
          params: { path: { job: job.id } },
          body: { ...body, stretches: readRows(stretches) },
        }),
      ),
    isTyped,
  );
  const stretches = readRows(sum.values.stretches);
  const keep = (rows: Stretch[]) => sum.change("stretches", JSON.stringify(rows));
  const put = (at: number, changed: Partial<Stretch>) =>
    keep(stretches.map((one, i) => (i === at ? { ...one, ...changed } : one)));
  const { problems, answer } = sum;
  const fields = stretches.flatMap((_, i) => ENDS.map(([name]) => `stretches.${i}.${name}`));
  return (
    <Panel title="Isolation strip">
      <Stack spacing={1.5}>
        {stretches.map((stretch, i) => (
          <Stack key={i} direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
            {ENDS.map(([name, label]) => (
              <Stack key={name} sx={{ flex: "1 1 150px" }}>
                <EntryField
                  name={`stretches.${i}.${name}`}
                  label={`Stretch ${i + 1}: ${label}`}
                  value={stretch[name]}
                  onChange={(text) => put(i, { [name]: text })}
                  problems={problems}
                />
              </Stack>
            ))}
          </Stack>
        ))}
        <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
          <EdgeChoice
            job={job.id}
            take={(edge) => keep([...stretches.filter((one) => !isBlank(one)), edge])}
          />
          <Button variant="outlined" onClick={() => keep([...stretches, EMPTY])}>
            Add a stretch
          </Button>
          {stretches.length > 1 && (
            <Button onClick={() => keep(stretches.slice(0, -1))}>Take the last one out</Button>
          )}
        </Stack>
        <Stack direction="row" spacing={1}>
          <EntryField
            name="strip_height"
            label="Strip height"
            value={sum.values.strip_height}
            onChange={(text) => sum.change("strip_height", text)}
            problems={problems}
          />
          <EntryField
            name="roll"
            label="Length of a roll"
            value={sum.values.roll}
            onChange={(text) => sum.change("roll", text)}
            problems={problems}
          />
        </Stack>
        <Problems problems={problems} fields={[...fields, "strip_height", "roll"]} />
        {answer && (
          <Typography aria-live="polite">
            <strong>
              {answer.rolls} {answer.rolls === 1 ? "roll" : "rolls"}
            </strong>
            : {answer.strip.text} of strip, {answer.courses}{" "}
            {answer.courses === 1 ? "course" : "courses"} at the deepest place.
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}
