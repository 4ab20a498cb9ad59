import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { RecordButton, useForm } from "../../parts/form";

type Props = { job: Schemas["JobSheet"]; run: Schemas["RunSheet"] };
type Values = { names: Record<string, string> };

/** What accepting a run moves, and which of its points are kept as benchmarks. */
export function AcceptRun({ run }: Props) {
  const form = useForm<Values>({
    draft: `run:${run.closing}`,
    initial: { names: {} },
    send: ({ id, names }, accepted_at) =>
      told(
        api.POST("/api/v1/rereads/{reread}/acceptance", {
          params: { path: { reread: run.closing } },
          body: { id, accepted_at, keep: keptOf(names) },
        }),
      ),
  });
  const { names } = form.values;
  const points = run.lines.filter((line) => line.key !== "");
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={2} sx={{ maxWidth: 560 }}>
      <Typography variant="h3">Accept it</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {run.moving.map(({ what, by }) => (
          <li key={what}>
            {what}: <strong>{by}</strong>
          </li>
        ))}
      </Box>
      <Typography>
        Name a point to keep it as a benchmark of the job; leave others empty.
      </Typography>
      {points.map((line) => (
        <EntryField
          key={line.key}
          name={`keep.${line.key}`}
          label={`Keep ${line.point} as`}
          hint={`${line.adjusted} ${line.uncertainty}`}
          value={names[line.key] ?? ""}
          onChange={(name) => form.change({ names: { ...names, [line.key]: name } })}
        />
      ))}
      <RecordButton form={form} fields={[]}>
        Spread it and accept the run
      </RecordButton>
    </Stack>
  );
}

function keptOf(names: Values["names"]) {
  return Object.entries(names)
    .filter(([, name]) => name.trim() !== "")
    .map(([turning_point, name]) => ({ turning_point, name: name.trim() }));
}
