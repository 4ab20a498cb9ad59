import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useNavigate } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";
import { WhenAndTrucks } from "./WhenAndTrucks";
import { momentOf } from "./moment";

type Job = Schemas["JobSheet"];

const EMPTY = { name: "", day: "", time: "07:00", truck: "", rate: "", floors: "", elements: "" };

/** Plans a pour: what, when, and how the trucks come. */
export function NewPour({ job }: { job: Job }) {
  const navigate = useNavigate();
  const metric = job.volume_unit === "m³";
  const form = useForm({
    draft: `pour:${job.id}`,
    initial: { ...EMPTY, truck: metric ? "7" : "9", rate: metric ? "12" : "16" },
    send: ({ id, name, day, time, truck, rate, floors, elements }) =>
      told(
        api.POST("/api/v1/jobs/{job}/pours", {
          params: { path: { job: job.id } },
          body: {
            id,
            name,
            pours_at: momentOf(day, time),
            truck,
            rate,
            floors: listed(floors),
            elements: listed(elements),
          },
        }),
      ),
    onRecorded: ({ id }) => navigate(`/jobs/${job.id}/pours/${id}`),
  });
  const { values, change } = form;
  const toggle = (kind: "floors" | "elements", id: string) => {
    const chosen = listed(values[kind]);
    const next = chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id];
    change({ [kind]: next.join(" ") });
  };
  const boxes = (kind: "floors" | "elements", all: readonly { id: string; name: string }[]) =>
    all.map(({ id, name }) => (
      <FormControlLabel
        key={id}
        label={name}
        sx={{ minHeight: 48 }}
        control={
          <Checkbox checked={listed(values[kind]).includes(id)} onChange={() => toggle(kind, id)} />
        }
      />
    ));
  return (
    <Panel title="Plan a pour">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <Entry
          form={form}
          name="name"
          label="What is it called"
          hint="Left empty, it gets a number"
        />
        <Stack direction="row" sx={{ flexWrap: "wrap" }}>
          {boxes("floors", job.floors)}
          {boxes(
            "elements",
            job.elements.filter(({ kind }) => kind !== "lot" && kind !== "obstacle"),
          )}
        </Stack>
        <WhenAndTrucks form={form} unit={job.volume_unit} />
        <Typography color="text.secondary">
          Usual figures; yours to change. The trucks&apos; spacing follows from them.
        </Typography>
        <RecordButton form={form} fields={["name", "pours_at", "truck", "rate"]}>
          Plan this pour
        </RecordButton>
      </Stack>
    </Panel>
  );
}

function listed(kept: string): string[] {
  return kept.split(" ").filter(Boolean);
}
