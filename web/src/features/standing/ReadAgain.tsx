import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { useIsAtRest } from "../../parts/delayed";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Keypad } from "../../parts/Keypad";
import { ASKED, type Sight, sentence, sightOptions } from "../../parts/sights";
import { Grayed, usePreview } from "../../parts/preview";

type Occasion = Schemas["OccasionEnum"];
type Props = {
  job: Schemas["JobSheet"];
  setUp: Schemas["SetUpSheet"];
  onClose: () => void;
};

const OCCASIONS: readonly (readonly [Occasion, string])[] = [
  ["clock", "On the clock"],
  ["knock", "It was knocked"],
  ["pour", "Before the pour"],
  ["end", "The set-up ends"],
  ["check", "Check shot"],
];
const CLOSING = ["closing", "Close the run"] as const;

/** Reads a known point again; says what that means before it is recorded. */
export function ReadAgain({ job, setUp, onClose }: Props) {
  const isCarried = job.turning_points.some((point) => point.id === setUp.known_id);
  const form = useForm({
    draft: `reread:${setUp.id}`,
    initial: {
      point: setUp.known_id,
      reading: "",
      occasion: "clock" as Occasion,
      sight: setUp.line.sight,
    },
    send: (values, taken_at) =>
      told(
        api.POST("/api/v1/set-ups/{set_up}/rereads", {
          params: { path: { set_up: setUp.id } },
          body: { ...values, taken_at },
        }),
      ),
    onRecorded: onClose,
  });
  const says = useReread(setUp.id, form.values);
  const problems = form.problems.length ? form.problems : problemsOf(says.error);
  const isAtRest = useIsAtRest(form.values.reading);
  const shown = isAtRest && form.values.reading.trim() !== "";
  const live = { ...form, problems: shown ? problems : form.problems };
  const points = [
    ...(isCarried ? [[setUp.known_id, setUp.known] as const] : []),
    ...job.benchmarks.map(({ id, name, elevation }) => [id, `${name}, ${elevation.text}`] as const),
  ];
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Read a known point again, set-up {setUp.number}</DialogTitle>
      <DialogContent>
        <Stack component="form" noValidate onSubmit={form.submit} spacing={2} sx={{ pt: 1 }}>
          <Stack direction={{ xs: "column", sm: "row" }} spacing={2}>
            <Choice form={form} name="point" label="Read on" options={points} />
            <Choice
              form={form}
              name="occasion"
              label="Why"
              options={isCarried ? [...OCCASIONS, CLOSING] : OCCASIONS}
            />
          </Stack>
          <Choice
            form={form}
            name="sight"
            label="How it is read"
            options={sightOptions(setUp.line.reads)}
          />
          <Entry
            form={live}
            name="reading"
            label={sentence(ASKED[form.values.sight])}
            hint={
              form.values.point === setUp.known_id && form.values.sight === setUp.line.sight
                ? `It read ${setUp.line.backsight.rod} at first`
                : "Held against the point's elevation"
            }
          />
          <Keypad
            rod={setUp.rod}
            value={form.values.reading}
            onChange={(reading) => form.change({ reading })}
          />
          {form.values.reading.trim() !== "" && (
            <Grayed isOld={says.isOld}>
              <Says says={says.data} />
            </Grayed>
          )}
          <RecordButton form={live} fields={["reading"]}>
            Record it
          </RecordButton>
          <Button onClick={onClose}>Not now</Button>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}

function Says({ says }: { says: Schemas["RereadPreview"] | undefined }) {
  return (
    <Box aria-live="polite">
      <Typography
        sx={{ fontSize: "1.9rem", fontWeight: 700, color: says?.is_good ? "on" : "high" }}
      >
        {says ? `${says.text}, ${says.is_good ? "good" : "not good"}` : "…"}
      </Typography>
      {says?.doubts && <Typography>Recorded, it puts in doubt: {says.doubts}.</Typography>}
    </Box>
  );
}

type Values = { point: string; reading: string; occasion: Occasion; sight: Sight; id: string };

function useReread(set_up: string, values: Values) {
  const { id, point, reading, occasion, sight } = values;
  return usePreview(
    ["reread-draft", set_up],
    { id, point, reading, occasion, sight, taken_at: "2000-01-01T00:00:00Z" },
    (body) =>
      told(
        api.POST("/api/v1/set-ups/{set_up}/reread-draft", { params: { path: { set_up } }, body }),
      ),
    { enabled: reading.trim() !== "" },
  );
}
