import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { Entry, useForm } from "../../parts/form";
import { Problems } from "../../parts/Problems";
import { useJobSheet } from "../frame/useJobSheet";
import { Pictures } from "../pictures";
import { Select } from "../../parts/Select";

type Bearing = Schemas["FindingInputRequest"]["bearing"];

const BEARINGS: readonly (readonly [Bearing, string])[] = [
  ["undisturbed soil", "undisturbed soil"],
  ["rock", "rock"],
  ["refusal", "refusal"],
  ["engineered fill", "engineered fill"],
];

type Values = { bearing: Bearing; is_cleaned: boolean; note: string };

/** What was found at a pier's foot, in words; nothing where nobody said. */
export function bearingOf({ bearing, is_cleaned, note }: Schemas["PierLine"]): string {
  if (!bearing) return "";
  return [bearing, is_cleaned ? "clean" : "not clean", note].filter(Boolean).join(", ");
}

/** What a pier bears on, and whether its hole is clean and flat; said at the hole. */
export function Finding({ pier }: { pier: Schemas["PierLine"] }) {
  const job = useJobSheet();
  const [isOpen, setOpen] = useState(false);
  const initial: Values = { bearing: "undisturbed soil", is_cleaned: false, note: pier.note };
  const form = useForm({
    draft: `finding:${pier.hole}`,
    initial,
    send: ({ id, bearing, is_cleaned, note }, taken_at) =>
      told(
        api.POST("/api/v1/points/{point}/findings", {
          params: { path: { point: pier.hole } },
          body: { id, bearing, is_cleaned, note, depth: "", taken_at },
        }),
      ),
    onRecorded: () => setOpen(false),
  });
  const said = bearingOf(pier);
  if (!isOpen)
    return (
      <Stack sx={{ alignItems: "start" }}>
        <Button
          onClick={() => setOpen(true)}
          aria-label={
            said
              ? `${said}: what pier ${pier.name} bears on`
              : `Say what pier ${pier.name} bears on`
          }
        >
          {said || "Say what"}
        </Button>
        <Pictures job={job.id} kind="hole" about={pier.hole} />
      </Stack>
    );
  return (
    <Stack component="form" onSubmit={form.submit} spacing={1} sx={{ minWidth: 220 }}>
      <Select
        label="Bears on"
        value={form.values.bearing}
        options={BEARINGS}
        onChange={(bearing) => form.change({ bearing })}
      />
      <FormControlLabel
        label="Clean and flat"
        control={
          <Checkbox
            checked={form.values.is_cleaned}
            onChange={(_, is_cleaned) => form.change({ is_cleaned })}
          />
        }
      />
      <Entry form={form} name="note" label="Torque or refusal, of a pile" />
      <Problems problems={form.problems} fields={["note"]} />
      <Button type="submit" variant="contained" loading={form.isSending}>
        Record it
      </Button>
    </Stack>
  );
}
