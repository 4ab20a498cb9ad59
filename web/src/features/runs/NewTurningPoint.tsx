import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Keypad } from "../../parts/Keypad";
import { Panel } from "../../parts/Page";
import { PlaceFields } from "../../parts/PlaceFields";
import { outlineSpots, planInstruments } from "../../parts/plan/pegs";
import { ASKED, sentence, sightOptions } from "../../parts/sights";

type Props = { job: Schemas["JobSheet"]; setUp: Schemas["SetUpSheet"]; onShot: () => void };

/** Shoots a turning point from a set-up. */
export function NewTurningPoint({ job, setUp, onShot }: Props) {
  const form = useForm({
    draft: `turning-point:${setUp.id}`,
    initial: {
      name: `TP${job.turning_points.length + 1}`,
      reading: "",
      sight: setUp.line.sight,
      x: "",
      y: "",
    },
    send: (body, taken_at) =>
      told(
        api.POST("/api/v1/set-ups/{set_up}/turning-points", {
          params: { path: { set_up: setUp.id } },
          body: { ...body, taken_at },
        }),
      ),
    onRecorded: onShot,
  });
  return (
    <Stack sx={{ flex: 1, minWidth: 0 }}>
      <Panel title={`Shoot a turning point from set-up ${setUp.number}`}>
        <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
          <Typography>
            Firm ground only; about as far away as the next backsight will be.
          </Typography>
          <Entry form={form} name="name" label="Name" />
          <Choice
            form={form}
            name="sight"
            label="How it is read"
            options={sightOptions(setUp.line.reads)}
          />
          <Entry form={form} name="reading" label={sentence(ASKED[form.values.sight])} />
          <Keypad
            rod={setUp.rod}
            value={form.values.reading}
            onChange={(reading) => form.change({ reading })}
          />
          <PlaceFields
            form={form}
            job={job}
            label="Plan: tap where the turning point is"
            outlines={job.floors.map(outlineSpots)}
            instruments={planInstruments(job.set_ups, setUp.id)}
          />
          <RecordButton form={form} fields={["name", "reading", "x", "y"]}>
            Record the turning point
          </RecordButton>
        </Stack>
      </Panel>
    </Stack>
  );
}
