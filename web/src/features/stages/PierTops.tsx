import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";

type Props = { sheet: Schemas["PierTops"]; canRecord: boolean };
type Top = Schemas["PierTop"];

/** Every top one floor meets: the one thing to do about each, and each head ticked as locked. */
export function PierTops({ sheet, canRecord }: Props) {
  return (
    <Panel title={sheet.floor ? `Tops under ${sheet.floor}` : "Tops of piers and piles"}>
      <Typography sx={{ fontWeight: 700 }}>{sheet.says}</Typography>
      <Stack component="ul" sx={{ listStyle: "none", p: 0, m: 0, mt: 1 }}>
        {sheet.tops.map((top) => (
          <OneTop key={top.point} top={top} canRecord={canRecord} />
        ))}
      </Stack>
    </Panel>
  );
}

function OneTop({ top, canRecord }: { top: Top; canRecord: boolean }) {
  return (
    <Stack
      component="li"
      direction="row"
      sx={{
        gap: 1,
        py: 0.5,
        alignItems: "center",
        flexWrap: "wrap",
        borderTop: 1,
        borderColor: "divider",
      }}
    >
      <Typography sx={{ flex: "1 1 220px" }}>
        <strong>
          {top.row} {top.pier}
        </strong>
        , {top.says}
        {top.asked && `; ${top.asked} asked for`}
        {top.driven && `; ${top.driven}`}
        {top.locked_by && `; head locked, ${top.locked_by}`}
        {top.lock_word && `: ${top.lock_word}`}
      </Typography>
      {top.is_pile && canRecord && <Driven top={top} />}
      {top.has_head && canRecord && <Lock top={top} />}
    </Stack>
  );
}

/** What a pile was screwed or driven to. */
function Driven({ top }: { top: Top }) {
  const [isOpen, setOpen] = useState(false);
  const form = useForm({
    draft: `driven:${top.point}`,
    initial: { note: "", depth: "" },
    send: ({ id, note, depth }, taken_at) =>
      told(
        api.POST("/api/v1/points/{point}/findings", {
          params: { path: { point: top.point } },
          body: { id, bearing: "torque reached", is_cleaned: true, note, depth, taken_at },
        }),
      ),
    onRecorded: () => {
      setOpen(false);
      forgetReadings();
    },
  });
  const named = `${top.row} ${top.pier}`;
  if (!isOpen)
    return (
      <Button aria-label={`Torque of ${named}`} onClick={() => setOpen(true)}>
        {top.driven ? "Torque again" : "Torque"}
      </Button>
    );
  return (
    <Box component="form" noValidate onSubmit={form.submit} sx={{ flexBasis: "100%" }}>
      <Entry form={form} name="note" label={`Torque or refusal reached, ${named}`} />
      <Entry
        form={form}
        name="depth"
        label="How deep it is now"
        hint="While it is driven: a torque at every few feet. May be left empty"
      />
      <RecordButton form={form} fields={["note", "depth"]}>
        Record it
      </RecordButton>
    </Box>
  );
}

/** Ticks a head as locked; one whose top is not on asks for a word of its own. */
function Lock({ top }: { top: Top }) {
  const isLocked = top.locked_by !== "";
  const form = useForm({
    draft: `lock:${top.point}:${String(isLocked)}`,
    initial: { word: "" },
    send: ({ id, word }, taken_at) =>
      told(
        api.POST("/api/v1/points/{point}/head-locks", {
          params: { path: { point: top.point } },
          body: { id, is_locked: !isLocked, word, taken_at },
        }),
      ),
    onRecorded: () => forgetReadings(),
  });
  const asksWhy = form.problems.some(({ field }) => field === "word") || form.values.word !== "";
  const label = isLocked ? "Not locked after all" : "Head is locked";
  return (
    <Box component="form" noValidate onSubmit={form.submit} sx={asksWhy ? WHOLE_ROW : undefined}>
      {asksWhy && (
        <Entry form={form} name="word" label="Why it is locked though its top is not on" />
      )}
      <Problems problems={form.problems} fields={["word"]} />
      <Button
        type="submit"
        variant={isLocked ? "text" : "outlined"}
        loading={form.isSending}
        aria-label={`${label}: ${top.row} ${top.pier}`}
      >
        {label}
      </Button>
    </Box>
  );
}

const WHOLE_ROW = { flexBasis: "100%" };
