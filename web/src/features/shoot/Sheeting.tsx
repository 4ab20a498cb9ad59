import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { RecordButton, useForm } from "../../parts/form";
import { OnDemand } from "../../parts/OnDemand";
import { useJobSheet } from "../frame/useJobSheet";

type Floor = Schemas["FloorPlan"];

/** Sheeting over the stone: where it lies nobody rakes any more. */
export function Sheeting({ floor }: { floor: Floor }) {
  const job = useJobSheet();
  const covered = floor.pegs.filter((peg) => peg.is_covered);
  const isWhole = covered.length === floor.pegs.length;
  return (
    <Stack spacing={1} sx={{ mt: 1, alignItems: "flex-start" }}>
      {covered.length > 0 && (
        <Typography>
          Sheeting lies over {isWhole ? "all of it" : covered.map(({ name }) => name).join(", ")}:
          nobody rakes there any more.
        </Typography>
      )}
      {job.can_record && (
        <OnDemand title="Sheeting over the stone" draft={draftOf(floor)}>
          {(close) => <Laying floor={floor} onClose={close} />}
        </OnDemand>
      )}
    </Stack>
  );
}

function draftOf(floor: Floor): string {
  return `sheeting:${floor.id}`;
}

/** Where it lies now: each point ticked, all at once or one by one. */
function Laying({ floor, onClose }: { floor: Floor; onClose: () => void }) {
  const form = useForm({
    draft: draftOf(floor),
    initial: { left: [] as string[], isDown: true },
    send: ({ id, left, isDown }, taken_at) =>
      told(
        api.POST("/api/v1/floors/{floor}/sheeting", {
          params: { path: { floor: floor.id } },
          body: {
            id,
            points: floor.pegs.map((peg) => peg.id).filter((peg) => !left.includes(peg)),
            is_down: isDown,
            taken_at,
          },
        }),
      ),
    onRecorded: () => {
      onClose();
      void forgetReadings();
    },
  });
  const { left, isDown } = form.values;
  const toggle = (point: string, isTicked: boolean) =>
    form.change({ left: isTicked ? left.filter((one) => one !== point) : [...left, point] });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1}>
      <Stack direction="row" sx={{ flexWrap: "wrap" }}>
        {floor.pegs.map((peg) => (
          <FormControlLabel
            key={peg.id}
            label={peg.name}
            control={
              <Checkbox
                checked={!left.includes(peg.id)}
                onChange={(_, isTicked) => toggle(peg.id, isTicked)}
              />
            }
          />
        ))}
      </Stack>
      <FormControlLabel
        label="It was taken up again there"
        control={
          <Checkbox checked={!isDown} onChange={(_, isUp) => form.change({ isDown: !isUp })} />
        }
      />
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "flex-start" }}>
        <RecordButton form={form} fields={[]}>
          {isDown ? "Sheeting is down at these" : "Sheeting is up at these"}
        </RecordButton>
        <Button onClick={onClose}>Not now</Button>
      </Stack>
    </Stack>
  );
}
