import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";

type Props = { setUp: Schemas["SetUpSheet"]; canRecord: boolean };

/** The backsights of a set-up that has several; a wrong one is struck, and the others count. */
export function Backsights({ setUp, canRecord }: Props) {
  const { backsights } = setUp;
  if (backsights.length < 2) return null;
  const counting = backsights.filter((one) => !one.struck).length;
  return (
    <Box component="ul" aria-label="Backsights" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {backsights.map((one) => (
        <OneBacksight
          key={one.key}
          setUp={setUp.id}
          backsight={one}
          canStrike={canRecord && !one.struck && counting > 1}
        />
      ))}
    </Box>
  );
}

type OneProps = {
  setUp: string;
  backsight: Schemas["BacksightSheet"];
  canStrike: boolean;
};

function OneBacksight({ setUp, backsight, canStrike }: OneProps) {
  const [isStriking, setStriking] = useState(false);
  const { benchmark, elevation, reading, struck } = backsight;
  return (
    <Box component="li" sx={{ borderTop: 1, borderColor: "divider", py: 0.5 }}>
      <Stack direction="row" spacing={1} sx={{ alignItems: "center", flexWrap: "wrap" }}>
        <Typography sx={{ flex: 1, minWidth: 200 }}>
          {benchmark} at {elevation}, backsight{" "}
          <Box component={struck ? "s" : "strong"}>{reading}</Box>
          {struck && `, struck: ${struck}`}
        </Typography>
        {canStrike && !isStriking && (
          <Button onClick={() => setStriking(true)}>Wrong? Strike it</Button>
        )}
      </Stack>
      {isStriking && canStrike && <StrikeBacksight setUp={setUp} backsight={backsight.key} />}
    </Box>
  );
}

function StrikeBacksight({ setUp, backsight }: { setUp: string; backsight: string }) {
  const form = useForm({
    draft: `strike:${setUp}:${backsight}`,
    initial: { reason: "" },
    send: ({ id, reason }) =>
      told(
        api.POST("/api/v1/set-ups/{set_up}/backsights/{backsight}/strikes", {
          params: { path: { set_up: setUp, backsight } },
          body: { id, reason },
        }),
      ),
  });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1} sx={{ py: 1 }}>
      <Entry form={form} name="reason" label="Why it was wrong" />
      <RecordButton form={form} fields={["reason"]}>
        Strike this backsight
      </RecordButton>
    </Stack>
  );
}
