import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import type { Schemas } from "../../api/client";
import { type Marked, useMarks } from "../../api/queries";
import { Code } from "../../parts/Code";
import { Choose, useChosen } from "../../parts/Choose";
import { useKept } from "../../parts/drafts";
import { Needs } from "../../parts/Needs";
import { Loaded } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { useJobSheet } from "../frame/useJobSheet";
import { type WayKey, wayFrom, waysOf } from "../../parts/ways";
import { Places } from "./Places";

const MANY = 3;
const ONE_BELOW_ANOTHER = { display: "grid", gap: 2 };
const TWO_ON_PAPER = {
  display: "grid",
  columnGap: 3,
  rowGap: 1.5,
  gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: "repeat(2, minmax(0, 1fr))" },
  "@media print": { gridTemplateColumns: "repeat(2, minmax(0, 1fr))" },
};

/** The clamp sheet of a floor. */
export function ClampSheet() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const { floor, setUp } = chosen;
  if (!floor) return <Needs job={job} title="Clamp sheet" what="floor" />;
  if (!setUp) return <Needs job={job} title="Clamp sheet" what="set-up" />;
  return (
    <Sheet
      job={job}
      setUp={setUp.id}
      marked={{ floor: floor.id }}
      name={floor.name}
      choose={<Choose job={job} chosen={chosen} />}
    />
  );
}

type SheetProps = {
  job: Schemas["JobSheet"];
  setUp: string;
  marked: Marked;
  name: string;
  choose: ReactNode;
};

/** One page for a pocket or a phone: what to clamp, and what it rests on; VOID in doubt. */
export function Sheet({ job, setUp, marked, name, choose }: SheetProps) {
  const [kept] = useKept("way-first", job.usual.way);
  const marks = useMarks(setUp, marked);
  return (
    <Stack
      spacing={2}
      sx={{ p: { xs: 1.5, md: 3 }, bgcolor: "background.paper", "@media print": { p: 0 } }}
    >
      <Stack direction="row" spacing={1} sx={{ displayPrint: "none", flexWrap: "wrap" }}>
        {choose}
        <Button variant="contained" onClick={() => window.print()}>
          Print it
        </Button>
      </Stack>
      <Loaded query={marks}>
        {(sheet) => (
          <>
            <Head
              job={job}
              name={name}
              setUp={sheet.set_up}
              address={addressOf(job.id, setUp, marked)}
            />
            <Box sx={sheet.surfaces.length > MANY ? TWO_ON_PAPER : ONE_BELOW_ANOTHER}>
              {sheet.surfaces.map((surface) => (
                <Surface
                  key={surface.key}
                  surface={surface}
                  known={sheet.set_up.known}
                  first={wayFrom(kept)}
                />
              ))}
            </Box>
            <Where sheet={sheet} isByLine={job.usual.marks === "line"} />
            <Signals setUp={sheet.set_up} />
          </>
        )}
      </Loaded>
    </Stack>
  );
}

/** Where the heights are set; on a fall each place with its own clamp and drop. */
function Where({ sheet, isByLine }: { sheet: Schemas["MarksSheet"]; isByLine: boolean }) {
  if (!sheet.places.length) return null;
  if (sheet.places.some((place) => place.drop !== ""))
    return <Places places={sheet.places} isFalling isByLine={isByLine} />;
  return (
    <Typography>
      Mark at {sheet.places.map((place) => place.name).join(", ")}
      {sheet.spacing && `: corners, and at most ${sheet.spacing} apart`}.
    </Typography>
  );
}

/** What a phone opens to see the same sheet: of the same thing, from the same set-up. */
function addressOf(job: string, setUp: string, marked: Marked): string {
  const asked = new URLSearchParams({ "set-up": setUp, ...marked });
  asked.set("go", "floor" in marked ? "marks/sheet" : `${marked.stage}/sheet/${marked.element}`);
  return `${location.origin}/jobs/${job}/open?${asked.toString()}`;
}

type HeadProps = {
  address: string;
  job: Schemas["JobSheet"];
  name: string;
  setUp: Schemas["SetUpSheet"];
};

/** What the sheet rests on: set-up, benchmark, backsight, time, the last good check. */
function Head({ job, name, setUp, address }: HeadProps) {
  const { standing } = setUp;
  const instrument = job.instruments.find((one) => one.id === setUp.instrument_id);
  return (
    <Box>
      {standing.in_doubt && (
        <Typography
          role="alert"
          sx={{ fontSize: "3rem", fontWeight: 700, lineHeight: 1, color: "high" }}
        >
          VOID
          <Box component="span" sx={{ display: "block", fontSize: "1.1rem" }}>
            {standing.why}
          </Box>
        </Typography>
      )}
      <Typography variant="h1">
        {job.name}, {name}: clamp sheet
      </Typography>
      <Box sx={{ float: "right", ml: 2 }}>
        <Code address={address} label="Opens this sheet on a phone" />
      </Box>
      <Typography>
        Set-up {setUp.number} of {shownTime(setUp.taken_at)}, {setUp.taken_by}: {setUp.instrument},{" "}
        {setUp.rod.name}. On {setUp.known} at {setUp.known_elevation.text}, backsight{" "}
        {setUp.line.backsight.rod}; {setUp.line.name} {setUp.line.constant.text}.
      </Typography>
      <Typography>
        {setUp.known} last good {shownTime(standing.good_at)}, to be read again by{" "}
        {shownTime(standing.due_at)}. Instrument: {instrument?.trust.text ?? "not known"}.
      </Typography>
    </Box>
  );
}

type SurfaceProps = { surface: Schemas["SurfaceSheet"]; known: string; first: WayKey };

function Surface({ surface, known, first }: SurfaceProps) {
  const { ways } = surface;
  const [main, ...others] = waysOf(ways, known, first);
  return (
    <Box sx={{ borderTop: 3, pt: 1, breakInside: "avoid" }}>
      <Typography variant="h2">
        {surface.name} at {surface.target.text}
        {surface.points.length > 0 && `: ${surface.points.join(", ")}`}
      </Typography>
      {ways.obstacle && <Typography sx={{ fontWeight: 700 }}>{ways.obstacle.why}</Typography>}
      <Typography>{main?.name}</Typography>
      <Typography sx={{ fontSize: "2.8rem", fontWeight: 700, lineHeight: 1.1 }}>
        {main?.says}
      </Typography>
      <Stack direction="row" sx={{ flexWrap: "wrap", columnGap: 4 }}>
        {others.map((way) => (
          <Box key={way.key}>
            <Typography color="text.secondary">{way.name}</Typography>
            <Typography sx={{ fontSize: "1.25rem", fontWeight: 700 }}>{way.says}</Typography>
          </Box>
        ))}
      </Stack>
    </Box>
  );
}

function Signals({ setUp }: { setUp: Schemas["SetUpSheet"] }) {
  if (!setUp.receiver) return null;
  return (
    <Typography>
      {setUp.receiver.name}:{" "}
      {setUp.receiver.signals.map(({ sound, means }) => `${sound}, ${means}`).join("; ")}.
    </Typography>
  );
}
