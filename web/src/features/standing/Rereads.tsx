import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { shownTime } from "../../parts/time";

type Props = { setUp: Schemas["SetUpSheet"]; canRecord: boolean };

/** The re-reads of a set-up; one that was misread is struck through, with a reason. */
export function Rereads({ setUp, canRecord }: Props) {
  const { rereads } = setUp.standing;
  if (!rereads.length) return null;
  return (
    <Box component="ul" aria-label="Re-reads" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {rereads.map((reread) => (
        <Reread key={reread.id} reread={reread} canRecord={canRecord} />
      ))}
    </Box>
  );
}

type RereadProps = { reread: Schemas["RereadSheet"]; canRecord: boolean };

function Reread({ reread, canRecord }: RereadProps) {
  const [isStriking, setStriking] = useState(false);
  return (
    <Box component="li" sx={{ borderTop: 1, borderColor: "divider", py: 0.5 }}>
      <Stack direction="row" spacing={1} sx={{ alignItems: "center", flexWrap: "wrap" }}>
        <Typography sx={{ flex: 1, minWidth: 200 }}>
          {reread.point} read {reread.reading} {reread.occasion}, {shownTime(reread.taken_at)}:{" "}
          <Box component="strong" sx={{ color: reread.is_good ? "on" : "high" }}>
            {reread.difference}, {reread.is_good ? "good" : "not good"}
          </Box>
        </Typography>
        {canRecord && !isStriking && (
          <Button onClick={() => setStriking(true)}>Misread? Strike it</Button>
        )}
      </Stack>
      {isStriking && <StrikeReread reread={reread.id} />}
    </Box>
  );
}

function StrikeReread({ reread }: { reread: string }) {
  const form = useForm({
    draft: `strike:${reread}`,
    initial: { reason: "" },
    send: ({ id, reason }) =>
      told(
        api.POST("/api/v1/rereads/{reread}/strikes", {
          params: { path: { reread } },
          body: { id, reason },
        }),
      ),
  });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1} sx={{ py: 1 }}>
      <Entry form={form} name="reason" label="Why it was wrong" />
      <RecordButton form={form} fields={["reason"]}>
        Strike this re-read
      </RecordButton>
    </Stack>
  );
}
