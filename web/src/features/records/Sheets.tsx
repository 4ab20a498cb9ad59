import FormControlLabel from "@mui/material/FormControlLabel";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Select } from "../../parts/Select";
import { Download } from "../line";

type Job = Schemas["JobSheet"];

const PAPERS = [
  ["letter", "Letter"],
  ["a4", "A4"],
  ["a3", "A3"],
] as const;
const TOWARD = [
  ["none", "not shown"],
  ["up", "up the sheet"],
  ["right", "to its right"],
  ["down", "down the sheet"],
  ["left", "to its left"],
] as const;
const TASKS = [
  ["all", "all points"],
  ["formation", "the dig (formation)"],
  ["footing-bottom", "bottoms of footings"],
  ["form", "forms"],
  ["stone", "stone"],
  ["pier-top", "pier tops"],
  ["layer", "layers"],
  ["steel", "steel"],
  ["embed", "bolts, sleeves, drains"],
  ["recess", "recesses"],
  ["screed", "screed points"],
] as const;

/** What a choice is called that asks for nothing. */
const EMPTY = ["none", "all"];

/** Sheets for the pocket and labels for stakes. */
export function Sheets({ job }: { job: Job }) {
  const isMetric = job.volume_unit === "m³";
  const [asked, setAsked] = useState({
    paper: isMetric ? "a4" : "letter",
    wide: false,
    tenths: false,
    toward: "none",
    side: "north",
    task: "all",
    offset: "",
    one_each: false,
  });
  const put = (changed: Partial<typeof asked>) => setAsked({ ...asked, ...changed });
  const query = (...names: (keyof typeof asked)[]) =>
    new URLSearchParams(
      Object.fromEntries(
        ["paper" as const, ...names].map((name) => [
          name,
          EMPTY.includes(String(asked[name])) ? "" : String(asked[name]),
        ]),
      ),
    ).toString();
  const sheet = (name: string, ...names: (keyof typeof asked)[]) =>
    `/api/v1/jobs/${job.id}/${name}.pdf?${query(...names)}`;
  return (
    <Panel title="Sheets and stakes">
      <Stack spacing={2}>
        <Stack direction={{ xs: "column", sm: "row" }} spacing={1.5} sx={{ "& > *": { flex: 1 } }}>
          <Select
            label="Paper"
            value={asked.paper as "a4"}
            options={PAPERS}
            onChange={(paper) => put({ paper })}
          />
          <Select
            label={asked.side === "north" ? "North lies" : "The street lies"}
            value={asked.toward as "none"}
            options={TOWARD}
            onChange={(toward) => put({ toward })}
          />
        </Stack>
        <Stack direction="row" sx={{ flexWrap: "wrap" }}>
          <Tick label="On its side" is={asked.wide} put={(wide) => put({ wide })} />
          <Tick
            label="Street side, not north"
            is={asked.side === "street"}
            put={(street) => put({ side: street ? "street" : "north" })}
          />
          {!isMetric && (
            <Tick
              label="Cut and fill in tenths"
              is={asked.tenths}
              put={(tenths) => put({ tenths })}
            />
          )}
        </Stack>
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <Download mayBeRefused path={sheet("plan", "wide", "tenths", "toward", "side")}>
            Plan to scale
          </Download>
          <Download mayBeRefused path={sheet("walk", "tenths", "task")}>
            Walking order
          </Download>
          <Download mayBeRefused path={sheet("piers", "wide")}>
            Pier schedule
          </Download>
        </Stack>
        <Stack direction={{ xs: "column", sm: "row" }} spacing={1.5} sx={{ "& > *": { flex: 1 } }}>
          <Select
            label="Stakes of"
            value={asked.task as "all"}
            options={TASKS}
            onChange={(task) => put({ task })}
          />
          <EntryField
            name="offset"
            label="Offset written on them"
            value={asked.offset}
            onChange={(offset) => put({ offset })}
            hint="Empty for none, such as 3 ft"
          />
        </Stack>
        <Tick
          label="A page for each label"
          is={asked.one_each}
          put={(one_each) => put({ one_each })}
        />
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <Download mayBeRefused path={sheet("stakes", "tenths", "task", "offset", "one_each")}>
            Labels for stakes
          </Download>
          <Download path={`/api/v1/jobs/${job.id}/folder.zip`}>The whole job, a folder</Download>
        </Stack>
        <Typography color="text.secondary">
          Each label carries a code that opens its point on a phone.
        </Typography>
        <StripOut job={job} query={query()} />
        <SectionOut job={job} query={query("wide")} />
      </Stack>
    </Panel>
  );
}

/** A center-zero strip to glue on a stick, and a block as high as the beam over the laser. */
function StripOut({ job, query }: { job: Job; query: string }) {
  const isMetric = job.volume_unit === "m³";
  const [typed, setTyped] = useState({ half: isMetric ? "300 mm" : "12 in", block: "" });
  const asked = new URLSearchParams(typed).toString();
  return (
    <Stack spacing={1.5}>
      <Stack direction={{ xs: "column", sm: "row" }} spacing={1.5} sx={{ "& > *": { flex: 1 } }}>
        <EntryField
          name="half"
          label="Center-zero strip, each way"
          value={typed.half}
          onChange={(half) => setTyped({ ...typed, half })}
        />
        <EntryField
          name="block"
          label="Gauge block: beam over the laser's foot"
          hint="Left empty, no block"
          value={typed.block}
          onChange={(block) => setTyped({ ...typed, block })}
        />
      </Stack>
      <Download mayBeRefused path={`/api/v1/jobs/${job.id}/strip.pdf?${query}&${asked}`}>
        Strip and block, true to scale
      </Download>
    </Stack>
  );
}

type TickProps = { label: string; is: boolean; put: (is: boolean) => void };

function Tick({ label, is, put }: TickProps) {
  return (
    <FormControlLabel
      sx={{ minHeight: 48 }}
      label={label}
      control={<Checkbox checked={is} onChange={(_, now) => put(now)} />}
    />
  );
}

const ENDS = [
  ["from_right", "From, right"],
  ["from_away", "From, away"],
  ["to_right", "To, right"],
  ["to_away", "To, away"],
] as const;

/** A section along a line between two places, opened when it is asked for. */
function SectionOut({ job, query }: { job: Job; query: string }) {
  const [isOpen, setOpen] = useState(false);
  const [ends, setEnds] = useState({ from_right: "", from_away: "", to_right: "", to_away: "" });
  if (!isOpen)
    return (
      <Button sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
        A section along a line
      </Button>
    );
  const path = `/api/v1/jobs/${job.id}/section.pdf?${query}&${new URLSearchParams(ends).toString()}`;
  return (
    <Stack spacing={1.5}>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", "& > *": { flex: "1 1 120px" } }}>
        {ENDS.map(([name, label]) => (
          <EntryField
            key={name}
            name={name}
            label={label}
            value={ends[name]}
            onChange={(text) => setEnds({ ...ends, [name]: text })}
          />
        ))}
      </Stack>
      <Stack direction="row">
        <Download mayBeRefused path={path}>
          Section, PDF
        </Download>
      </Stack>
    </Stack>
  );
}
