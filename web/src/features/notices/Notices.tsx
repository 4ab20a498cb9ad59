import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { useNotices } from "../../api/queries";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Loaded, Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { Figure } from "../../parts/Figure";
import { ChoosePictures } from "./NoticePictures";

type Job = Schemas["JobSheet"];
type Floor = Schemas["FloorPlan"];
type Notice = Schemas["NoticeSheet"];

const STATE_WORDS: Record<Notice["state"], string> = {
  open: "sent",
  acknowledged: "✓ acknowledged",
  void: "VOID",
  expired: "out of time",
  withdrawn: "taken back",
};

/** What the customer is told of the extra concrete, and where their word stands. */
export function Notices({ job, floor }: { job: Job; floor: Floor }) {
  const query = useNotices(floor.id);
  return (
    <Panel title="Customer's notice">
      <Loaded query={query}>
        {(sheet) => (
          <Stack spacing={2}>
            <Typography>
              The price covers the nominal thickness.{" "}
              {sheet.extra ? `Against it: ${sheet.extra}.` : sheet.why_none}
            </Typography>
            {sheet.notices.map((notice) => (
              <One key={notice.id} job={job.id} notice={notice} canPlan={job.can_plan} />
            ))}
            {job.can_plan && !sheet.why_none && (
              <Send key={sheet.rate} floor={floor.id} rate={sheet.rate} unit={job.volume_unit} />
            )}
          </Stack>
        )}
      </Loaded>
    </Panel>
  );
}

type OneProps = { job: string; notice: Notice; canPlan: boolean };

function One({ job, notice, canPlan }: OneProps) {
  const isVoid = notice.state === "void";
  const canBeOpened = notice.state !== "withdrawn";
  const address = `${window.location.origin}${notice.link}`;
  return (
    <Stack spacing={0.5} sx={{ borderLeft: 6, borderColor: isVoid ? "high" : "divider", pl: 1.5 }}>
      <Typography>
        <strong>{STATE_WORDS[notice.state]}</strong>, by {notice.sent_by},{" "}
        {shownTime(notice.sent_at)}. {notice.why}
      </Typography>
      <Figure name={`Extra at ${notice.numbers.rate}`} text={notice.numbers.extra} />
      <Figure name="Price of the extra" text={notice.numbers.price} strong />
      {canBeOpened && (
        <Typography variant="body2" sx={{ overflowWrap: "anywhere" }}>
          {address}, works until {shownTime(notice.expires_at)}
        </Typography>
      )}
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        {canBeOpened && <CopyLink address={address} />}
        {canBeOpened && (
          <Button component="a" href={`/api/v1/notices/${notice.id}/notice.pdf`} variant="outlined">
            As a PDF
          </Button>
        )}
        {canPlan && canBeOpened && <TakeBack notice={notice.id} />}
      </Stack>
      {canPlan && notice.state === "open" && <ChoosePictures job={job} notice={notice.id} />}
      {canPlan && notice.state === "open" && <ByPhone notice={notice.id} />}
    </Stack>
  );
}

/** The customer agreed by phone: recorded as the word of who says so. */
function ByPhone({ notice }: { notice: string }) {
  const [isOpen, setOpen] = useState(false);
  const form = useForm({
    draft: `spoken:${notice}`,
    initial: { name: "" },
    send: ({ id, name }) =>
      told(
        api.POST("/api/v1/notices/{notice}/spoken", {
          params: { path: { notice } },
          body: { id, name },
        }),
      ),
  });
  if (!isOpen)
    return (
      <Button sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
        They agreed by phone
      </Button>
    );
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1}>
      <Entry form={form} name="name" label="Who agreed" hint="It is recorded as your word" />
      <RecordButton form={form} fields={["name"]}>
        Record that they agreed by phone
      </RecordButton>
    </Stack>
  );
}

function CopyLink({ address }: { address: string }) {
  const [isCopied, setCopied] = useState(false);
  return (
    <Button
      variant="outlined"
      onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}
    >
      {isCopied ? "Copied" : "Copy the link"}
    </Button>
  );
}

function TakeBack({ notice }: { notice: string }) {
  const form = useForm({
    draft: `take-back:${notice}`,
    initial: {},
    send: ({ id }) =>
      told(
        api.POST("/api/v1/notices/{notice}/withdrawal", {
          params: { path: { notice } },
          body: { id },
        }),
      ),
  });
  return (
    <form noValidate onSubmit={form.submit}>
      <Button type="submit" color="error" variant="outlined" disabled={form.isSending}>
        Take it back
      </Button>
    </form>
  );
}

function Send({ floor, rate, unit }: { floor: string; rate: string; unit: string }) {
  const form = useForm({
    draft: `notice:${floor}`,
    initial: { rate, days: "14" },
    send: ({ id, rate: typed, days }, taken_at) =>
      told(
        api.POST("/api/v1/floors/{floor}/notices", {
          params: { path: { floor } },
          body: { id, rate: typed, days: Number(days) || 0, taken_at },
        }),
      ),
  });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1.5}>
      <Stack direction={{ xs: "column", sm: "row" }} spacing={1.5}>
        <Entry form={form} name="rate" label={`Rate of the extra, a ${unit}`} />
        <Entry form={form} name="days" label="The link works for, days" />
      </Stack>
      <RecordButton form={form} fields={["rate", "days"]}>
        Make a notice for the customer
      </RecordButton>
    </Stack>
  );
}
