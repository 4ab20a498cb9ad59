import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { ThemeProvider } from "@mui/material/styles";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Navigate, Outlet } from "react-router";
import { Loaded } from "../../parts/Page";
import { inHand } from "../../theme/theme";
import { EndIt } from "./EndIt";
import { BAR, GettingReady, PracticeFrame } from "./Frame";
import { StandIns } from "./StandIns";
import { Tasks } from "./Tasks";
import { type Run, runNow } from "./run";
import { type Sheet, keyOf, useRun } from "./usePractice";
import { useShow } from "./useShow";

const SWITCH = 56;
const HAND = 460;

/** A job's own screens, as on the phone in one's hand, beside the site they are about. */
export function OnTheJob() {
  const [run] = useState(runNow);
  if (!run) return <Navigate to="/" replace />;
  return (
    <PracticeFrame>
      <Begun run={run} />
    </PracticeFrame>
  );
}

function Begun({ run }: { run: Run }) {
  const query = useRun(run);
  useBookFollowed(run);
  if (query.isPending) return <GettingReady />;
  return (
    <Loaded query={query}>
      {(sheet) =>
        sheet.is_on_the_job && !sheet.is_over ? (
          <BothSides run={run} sheet={sheet} />
        ) : (
          <Navigate to={`/${run.lesson}`} replace />
        )
      }
    </Loaded>
  );
}

/** What is recorded on the job's screens changes what there is to do on the site. */
function useBookFollowed(run: Run): void {
  const client = useQueryClient();
  useEffect(
    () =>
      client.getMutationCache().subscribe(({ type, mutation }) => {
        const isOver = type === "updated" && mutation.state.status === "success";
        if (isOver) void client.invalidateQueries({ queryKey: keyOf(run), exact: true });
      }),
    [client, run],
  );
}

type Side = "site" | "job";
const SIDES: readonly [Side, string][] = [
  ["site", "The site"],
  ["job", "The job"],
];

function BothSides({ run, sheet }: { run: Run; sheet: Sheet }) {
  const [side, turn] = useState<Side>("site");
  const showing = useShow(run, sheet);
  const shown = (which: Side) => ({ xs: side === which ? "block" : "none", md: "block" });
  const room = {
    xs: `calc(100dvh - ${BAR + SWITCH}px)`,
    md: `calc(100dvh - ${BAR}px)`,
  };
  return (
    <>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: `${HAND}px minmax(0, 1fr)` },
        }}
      >
        <Box
          sx={{
            display: shown("job"),
            height: room,
            overflow: "auto",
            "@media print": { height: "auto", overflow: "visible" },
            borderRight: { md: "14px solid" },
            borderColor: { md: "rail" },
          }}
        >
          <ThemeProvider theme={inHand}>
            <Outlet />
          </ThemeProvider>
        </Box>
        <Box
          component="section"
          aria-label="The site"
          sx={{
            display: shown("site"),
            displayPrint: "none",
            height: room,
            overflow: "auto",
            p: 1.5,
          }}
        >
          <Stack spacing={1.5}>
            <Tasks run={run} sheet={sheet} showing={showing} isShort onOpen={() => turn("job")} />
            <StandIns run={run} sheet={sheet} hands={showing.hands} />
            <EndIt run={run} />
          </Stack>
        </Box>
      </Box>
      <Stack direction="row" sx={{ display: { md: "none" }, height: SWITCH }}>
        {SIDES.map(([key, name]) => (
          <Button
            key={key}
            variant={side === key ? "contained" : "outlined"}
            aria-pressed={side === key}
            onClick={() => turn(key)}
            sx={{ flex: 1, borderRadius: 0 }}
          >
            {name}
          </Button>
        ))}
      </Stack>
    </>
  );
}
