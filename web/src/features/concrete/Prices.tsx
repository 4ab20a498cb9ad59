import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import { memo } from "react";
import { type Schemas, api, told } from "../../api/client";
import { usePrices } from "../../api/queries";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Loaded, Panel } from "../../parts/Page";

type Job = Schemas["JobSheet"];
type Sheet = Schemas["PricesSheet"];

/** What is paid on this job, or by the crew where the job has no prices of its own. */
export const Prices = memo(function Prices({ job }: { job: Job }) {
  const query = usePrices(job.id);
  if (!job.can_plan) return null;
  return <Loaded query={query}>{(sheet) => <PricesForm job={job} sheet={sheet} />}</Loaded>;
});

function PricesForm({ job, sheet }: { job: Job; sheet: Sheet }) {
  const { concrete, stone, labor, short_load, short_below, truck, currency } = sheet;
  const form = useForm({
    draft: `prices:${job.id}`,
    initial: { concrete, stone, labor, short_load, short_below, truck, currency, for_crew: false },
    send: (body) =>
      told(api.PUT("/api/v1/jobs/{job}/prices", { params: { path: { job: job.id } }, body })),
  });
  const a = (unit: string) => `a ${unit}`;
  return (
    <Panel title={`Prices${sheet.is_own ? "" : ", the crew's own until this job has some"}`}>
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2} id="prices">
        <Box
          sx={{
            display: "grid",
            gap: 2,
            gridTemplateColumns: "repeat(auto-fit, minmax(190px, 1fr))",
          }}
        >
          <Entry form={form} name="currency" label="Currency" />
          <Entry form={form} name="concrete" label={`Concrete, ${a(sheet.volume_unit)}`} />
          <Entry form={form} name="stone" label={`Stone, ${a(sheet.volume_unit)} loose`} />
          <Entry form={form} name="labor" label={`Regrading labor, ${a(sheet.area_unit)}`} />
          <Entry form={form} name="short_load" label="Short load, once" />
          <Entry form={form} name="short_below" label={`Last truck under, ${sheet.volume_unit}`} />
          <Entry form={form} name="truck" label={`A truck holds, ${sheet.volume_unit}`} />
        </Box>
        <FormControlLabel
          label="Also for the crew's other jobs that have no prices of their own"
          control={
            <Checkbox
              checked={form.values.for_crew}
              onChange={(_, for_crew) => form.change({ for_crew })}
            />
          }
        />
        <RecordButton
          form={form}
          fields={["currency", "concrete", "stone", "labor", "short_load", "short_below", "truck"]}
        >
          Keep the prices
        </RecordButton>
      </Stack>
    </Panel>
  );
}
