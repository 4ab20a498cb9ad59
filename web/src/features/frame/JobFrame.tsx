import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Drawer from "@mui/material/Drawer";
import Stack from "@mui/material/Stack";
import useMediaQuery from "@mui/material/useMediaQuery";
import Typography from "@mui/material/Typography";
import type { Theme } from "@mui/material/styles";
import { useState } from "react";
import { Link, Outlet, useLocation, useParams } from "react-router";
import type { Schemas } from "../../api/client";
import { IS_PRACTICE } from "../../api/place";
import { useJob } from "../../api/queries";
import { Loaded } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { useTakenAlong } from "../line";
import { FirstTime, HelpButton } from "../words";
import { ArchivedBar } from "../settings/ArchivedBar";
import { OwnKeys } from "./OwnKeys";
import { Steps, stepAt } from "./Steps";
import { TopBar } from "./TopBar";

type Job = Schemas["JobSheet"];

const JOB_LINK = {
  color: "inherit",
  textDecoration: "none",
  flexDirection: "column",
  justifyContent: "center",
  minHeight: 48,
} as const;

/** A job's frame: the order of work is the navigation. */
export function JobFrame() {
  const { job = "" } = useParams();
  const query = useJob(job);
  return (
    <>
      <Loaded query={query}>{(sheet) => <Framed job={sheet} />}</Loaded>
      {query.data && query.dataUpdatedAt < BEGUN && <AsItWas at={query.dataUpdatedAt} />}
    </>
  );
}

/** When this page was begun: what is older was shown here before, and is only remembered. */
const BEGUN = performance.timeOrigin;

/** Says that what stands here is how it was, as long as nobody has said how it is. */
function AsItWas({ at }: { at: number }) {
  return (
    <Typography
      role="status"
      variant="body2"
      sx={{
        position: "fixed",
        bottom: 0,
        insetInline: 0,
        zIndex: "snackbar",
        pointerEvents: "none",
        textAlign: "center",
        bgcolor: "peg",
        color: "#15191c",
      }}
    >
      As it stood {shownTime(new Date(at).toISOString())}; looking again.
    </Typography>
  );
}

function Framed({ job }: { job: Job }) {
  const [isOpen, setOpen] = useState(false);
  const isPhone = useMediaQuery((theme: Theme) => theme.breakpoints.down("md"));
  useTakenAlong(job);
  const { pathname } = useLocation();
  const here = stepAt(job, pathname);
  const toSteps = (
    <ButtonBase
      onClick={() => setOpen(true)}
      sx={{ ...JOB_LINK, display: "flex", alignItems: "flex-start", width: "100%" }}
    >
      <Typography noWrap sx={{ fontWeight: 700, lineHeight: 1.2, maxWidth: "100%" }}>
        {here.name}
      </Typography>
      <Typography noWrap variant="body2" sx={{ color: "#ffc20e", maxWidth: "100%" }}>
        all steps ▾ · {job.name}
      </Typography>
    </ButtonBase>
  );
  return (
    <Box sx={{ minHeight: "calc(100dvh - 24px)", display: "flex", flexDirection: "column" }}>
      <Box sx={{ displayPrint: "none", display: IS_PRACTICE ? "none" : "block" }}>
        <TopBar aside={<HelpButton />} isNarrow={isPhone}>
          {isPhone ? (
            toSteps
          ) : (
            <Box component={Link} to={`/jobs/${job.id}`} sx={{ ...JOB_LINK, display: "flex" }}>
              <Typography noWrap sx={{ fontWeight: 700, lineHeight: 1.2 }}>
                {job.name}
              </Typography>
              <Typography noWrap variant="body2" sx={{ color: "#d3d9da" }}>
                {job.place}
              </Typography>
            </Box>
          )}
        </TopBar>
      </Box>
      {IS_PRACTICE && isPhone && (
        <Box sx={{ bgcolor: "rail", color: "#fff", px: 2 }}>{toSteps}</Box>
      )}
      {!IS_PRACTICE && <FirstTime />}
      {job.is_archived && <ArchivedBar />}
      {job.came_in && (
        <Box
          sx={{
            bgcolor: "#fff3cf",
            color: "#15191c",
            px: 2,
            py: 1,
            borderBottom: "1px solid #15191c",
          }}
        >
          <Typography variant="body2">{job.came_in}</Typography>
        </Box>
      )}
      <Box sx={{ display: "flex", flex: 1, minHeight: 0 }}>
        <Box
          component="nav"
          aria-label="Order of work"
          sx={{
            display: { xs: "none", md: "block" },
            displayPrint: "none",
            width: 220,
            bgcolor: "rail",
            flexShrink: 0,
            "& > ol": { position: "sticky", top: 0, maxHeight: "100dvh", overflowY: "auto" },
          }}
        >
          <Steps job={job} here={here.key} />
        </Box>
        <Drawer
          open={isOpen}
          onClose={() => setOpen(false)}
          slotProps={{ paper: { sx: { width: 280, bgcolor: "rail" } } }}
        >
          <Box component="nav" aria-label="Order of work" onClick={() => setOpen(false)}>
            <Box
              component={Link}
              to={`/jobs/${job.id}`}
              sx={{ ...JOB_LINK, display: "flex", color: "#fff", px: 2, pt: 1 }}
            >
              <Typography sx={{ fontWeight: 700, lineHeight: 1.2 }}>{job.name}</Typography>
              <Typography variant="body2" sx={{ color: "#d3d9da" }}>
                {job.place || "Where the job stands"}
              </Typography>
            </Box>
            <Steps job={job} here={here.key} />
          </Box>
          {!IS_PRACTICE && (
            <Stack
              direction="row"
              sx={{ mt: "auto", px: 1, py: 1, justifyContent: "space-between" }}
            >
              <OwnKeys />
            </Stack>
          )}
        </Drawer>
        <Box component="main" sx={{ flex: 1, minWidth: 0 }}>
          <Outlet context={job} />
        </Box>
      </Box>
    </Box>
  );
}
