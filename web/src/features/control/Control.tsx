import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { OnDemand } from "../../parts/OnDemand";
import { Page, Panel } from "../../parts/Page";
import { PlaceFields } from "../../parts/PlaceFields";
import { spotOf } from "../../parts/plan/frame";
import { outlineSpots } from "../../parts/plan/pegs";
import { shownTime } from "../../parts/time";
import { useJobSheet } from "../frame/useJobSheet";
import { Datum } from "./Datum";
import { Units } from "./Units";

const EMPTY = { name: "", elevation: "", description: "", x: "", y: "" };
const FIELDS = Object.keys(EMPTY);
const ZERO = "Taken as zero; every height of the job is against it.";

/** The job's benchmarks, and what is put right of each. */
export function Control() {
  const job = useJobSheet();
  return (
    <Page title="Control" lead="The fixed points every height is carried from.">
      <Panel title="Benchmarks">
        {job.benchmarks.length === 0 && (
          <Typography>None yet: nothing can be set to a height before there is one.</Typography>
        )}
        <Stack component="ul" spacing={1} sx={{ listStyle: "none", p: 0, m: 0 }}>
          {job.benchmarks.map((benchmark) => (
            <Stack
              component="li"
              key={benchmark.id}
              direction="row"
              sx={{ gap: 2, alignItems: "baseline", flexWrap: "wrap" }}
            >
              <Typography variant="h3" component="span" sx={{ width: 72 }}>
                {benchmark.name}
              </Typography>
              <Typography component="span" sx={{ fontSize: "1.5rem", fontWeight: 600, width: 170 }}>
                {benchmark.elevation.text}
                {benchmark.uncertainty && (
                  <Typography component="span" color="text.secondary">
                    {" "}
                    {benchmark.uncertainty}
                  </Typography>
                )}
              </Typography>
              <Typography component="span" color="text.secondary">
                {[
                  benchmark.description,
                  benchmark.place ? "" : "not on the plan",
                  ...benchmark.corrections,
                ]
                  .filter(Boolean)
                  .join("; ")}
              </Typography>
              <Button
                component={Link}
                to={benchmark.id}
                aria-label={`${job.can_plan ? "Put right, pictures" : "Pictures"}: ${benchmark.name}`}
              >
                {job.can_plan ? "Put right, pictures" : "Pictures"}
              </Button>
            </Stack>
          ))}
        </Stack>
        {job.retired_benchmarks.map((one) => (
          <Typography key={one.id} color="text.secondary" sx={{ mt: 1 }}>
            <s>
              {one.name} {one.elevation.text}
            </s>{" "}
            {one.what}: {one.why}. {one.by}, {shownTime(one.at)}
          </Typography>
        ))}
      </Panel>
      <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
        {job.benchmarks.length > 0 && (
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Panel title="What heights are above">
              <Datum job={job} />
            </Panel>
          </Box>
        )}
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Panel title="Units">
            <Units job={job} />
          </Panel>
        </Box>
      </Stack>
      {job.can_plan && (
        <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
          <OnDemand
            title="Add a benchmark"
            draft={`benchmark:${job.id}`}
            isFirst={!job.benchmarks.length}
          >
            {(close) => <NewBenchmark job={job} onAdded={close} />}
          </OnDemand>
          <OnDemand title="Limits of trust" draft={`limits:${job.id}`}>
            {() => <Limits key={JSON.stringify(job.limits)} job={job} />}
          </OnDemand>
        </Stack>
      )}
    </Page>
  );
}

type NewProps = { job: Schemas["JobSheet"]; onAdded: () => void };

function NewBenchmark({ job, onAdded }: NewProps) {
  const form = useForm({
    draft: `benchmark:${job.id}`,
    initial: EMPTY,
    onRecorded: onAdded,
    send: ({ id, name, elevation, description, x, y }) =>
      told(
        api.POST("/api/v1/jobs/{job}/benchmarks", {
          params: { path: { job: job.id } },
          body: { id, name, elevation, description, x, y },
        }),
      ),
  });
  const known = job.benchmarks.flatMap(({ name, place }) =>
    place ? [{ name, spot: spotOf(place), isTurn: false }] : [],
  );
  return (
    <Box sx={{ flex: 1, minWidth: 0 }}>
      <Panel title={job.benchmarks.length ? "Another benchmark" : "The first benchmark"}>
        <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
          <Entry
            form={form}
            name="name"
            label="Name"
            hint={`Such as BM${job.benchmarks.length + 1}`}
          />
          <Entry
            form={form}
            name="elevation"
            label="Elevation"
            hint="From the drawings, or assumed; with its unit where it is not the job's"
          />
          {job.benchmarks.length === 0 && (
            <Button
              variant="outlined"
              onClick={() =>
                form.change({ elevation: "0", name: form.values.name || "BM1", description: ZERO })
              }
            >
              No elevation at hand: take it as zero
            </Button>
          )}
          <Entry
            form={form}
            name="description"
            label="What and where it is"
            hint="So that anyone finds it again; may be left empty"
          />
          <Typography>
            Where it is on the plan, so that sights to it can be reckoned; may be left empty.
          </Typography>
          <PlaceFields
            form={form}
            job={job}
            label="Plan: tap where the benchmark is"
            outlines={job.floors.map(outlineSpots)}
            controls={known}
          />
          <RecordButton form={form} fields={FIELDS}>
            Add the benchmark
          </RecordButton>
        </Stack>
      </Panel>
    </Box>
  );
}

/** How often the benchmark is read again, and how far off is still good; defaults of the trade. */
function Limits({ job }: { job: Schemas["JobSheet"] }) {
  const { limits } = job;
  const form = useForm({
    draft: `limits:${job.id}`,
    initial: {
      reread_minutes: String(limits.reread_minutes),
      fresh_hours: String(limits.fresh_hours),
      reread_tolerance: limits.reread_tolerance,
      rough_tolerance: limits.rough_tolerance,
      run_allowance: limits.run_allowance,
    },
    send: (body) =>
      told(api.PUT("/api/v1/jobs/{job}/trust", { params: { path: { job: job.id } }, body })),
  });
  return (
    <Box sx={{ flex: 1, minWidth: 0 }}>
      <Panel title="Limits of trust">
        <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
          <Typography>
            Defaults of the trade. The drawings, the engineer and the inspector come first.
          </Typography>
          <Entry
            form={form}
            name="reread_minutes"
            label="Read the benchmark again every, minutes"
          />
          <Entry
            form={form}
            name="fresh_hours"
            label="Use readings of forms and stone for, hours"
            hint="Older ones: three points of each are shot again before the pour"
          />
          <Entry
            form={form}
            name="reread_tolerance"
            label="A re-read may differ by"
            hint={`Empty: ${limits.reread_tolerance_text}`}
          />
          <Entry
            form={form}
            name="rough_tolerance"
            label="Rough pass: on within"
            hint={`Empty: ${limits.rough_tolerance_text}`}
          />
          <Entry
            form={form}
            name="run_allowance"
            label="A run may be off, a set-up"
            hint={`Empty: ${limits.run_allowance_text}; times the root of its set-ups`}
          />
          <RecordButton
            form={form}
            fields={[
              "reread_minutes",
              "fresh_hours",
              "reread_tolerance",
              "rough_tolerance",
              "run_allowance",
            ]}
          >
            Keep these limits
          </RecordButton>
        </Stack>
      </Panel>
    </Box>
  );
}
