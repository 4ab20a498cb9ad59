import Slider from "@mui/material/Slider";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { memo } from "react";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { useAtMostEvery } from "../../parts/delayed";
import { useDraft } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Grayed } from "../../parts/preview";
import { OptionTable } from "./OptionTable";
import { Regrade } from "./Regrade";

type Props = {
  job: Schemas["JobSheet"];
  floor: Schemas["FloorPlan"];
  typed: Schemas["FloorTyped"];
};

type Sliders = { trigger: string; raised: string; down: string; up: string };

type Range = { least: number; most: number; step: number; unit: string };

const EVERY = 40;
/** What sets a floor's level, as the crew does it, and what the other way would do. */
const SCHOOLS: Record<Schemas["Usual"]["floor"], string> = {
  datum:
    "Your crew fixes the level by the datum. Set from the stone instead, the mean thickness comes right and the high spots come out thin.",
  stone:
    "Your crew sets the level from the stone: look at the thinnest spot first. Fixed by the datum instead, the thickness is what the stone leaves.",
};
const MILLIMETERS: Record<"trigger" | "raised", Range> = {
  trigger: { least: 0, most: 50, step: 1, unit: "mm" },
  raised: { least: -50, most: 50, step: 1, unit: "mm" },
};
const INCHES: Record<"trigger" | "raised", Range> = {
  trigger: { least: 0, most: 2, step: 0.125, unit: "in" },
  raised: { least: -2, most: 2, step: 0.125, unit: "in" },
};

/** Ways to pour this slab side by side; what is dragged is answered while it is dragged. */
export function Options({ job, floor, typed }: Props) {
  const metric = job.volume_unit === "m³";
  const initial = metric
    ? { trigger: "12 mm", raised: "0 mm", down: "0 mm", up: "0 mm" }
    : { trigger: "0.5 in", raised: "0 in", down: "0 in", up: "0 in" };
  const { values, set } = useDraft<Sliders>(`options:${floor.id}`, initial);
  const { trigger, raised, down, up } = values;
  const asked = useAtMostEvery(JSON.stringify({ trigger, raised, down, up }), EVERY);
  const query = useQuery({
    queryKey: ["options", floor.id, asked],
    queryFn: () =>
      told(
        api.POST("/api/v1/floors/{floor}/options", {
          params: { path: { floor: floor.id } },
          body: JSON.parse(asked) as Sliders,
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
    gcTime: 0,
  });
  const problems = problemsOf(query.error);
  return (
    <Panel title="Ways to pour it">
      <Stack direction={{ xs: "column", md: "row" }} spacing={3} sx={{ mb: 2 }}>
        <Moved
          name="trigger"
          label="Regrade what is farther off than"
          value={trigger}
          range={metric ? MILLIMETERS.trigger : INCHES.trigger}
          problems={problems}
          set={set}
        />
        <Moved
          name="raised"
          label="Raise the slab by (minus lowers it)"
          value={raised}
          range={metric ? MILLIMETERS.raised : INCHES.raised}
          problems={problems}
          set={set}
        />
        <Stack sx={{ flex: 1 }} spacing={1}>
          <Allowed
            name="down"
            label="The datum allows it down by"
            value={down}
            problems={problems}
            set={set}
          />
          <Allowed name="up" label="and up by" value={up} problems={problems} set={set} />
        </Stack>
      </Stack>
      <Typography>{SCHOOLS[job.usual.floor]}</Typography>
      <Problems problems={problems} fields={["trigger", "raised", "down", "up"]} />
      {query.data && (
        <>
          {query.data.why_none && <Typography>{query.data.why_none}</Typography>}
          <Grayed isOld={query.isPlaceholderData}>
            <OptionTable job={job} floor={floor} typed={typed} sheet={query.data} />
          </Grayed>
          <Regrade
            {...{ job, floor, trigger }}
            touched={query.data.touched}
            covered={query.data.covered}
          />
        </>
      )}
    </Panel>
  );
}

type TypedProps = {
  name: keyof Sliders;
  label: string;
  value: string;
  problems: ReturnType<typeof problemsOf>;
  set: (changed: Partial<Sliders>) => void;
};

/** A slider, with the exact entry beside it; drawn anew only when it is the one that moves. */
const Moved = memo(function Moved({ range, ...typed }: TypedProps & { range: Range }) {
  const { name, label, value, problems, set } = typed;
  const at = Number.parseFloat(value);
  const change = (text: string) => set({ [name]: text });
  return (
    <Stack sx={{ flex: 1 }} spacing={0.5}>
      <EntryField name={name} label={label} value={value} onChange={change} problems={problems} />
      <Slider
        aria-label={label}
        value={Number.isNaN(at) ? 0 : at}
        min={range.least}
        max={range.most}
        step={range.step}
        onChange={(_, next) => change(`${String(next)} ${range.unit}`)}
        sx={{ py: 2 }}
      />
    </Stack>
  );
});

/** An entry without a slider. */
const Allowed = memo(function Allowed({ name, label, value, problems, set }: TypedProps) {
  const change = (text: string) => set({ [name]: text });
  return (
    <EntryField name={name} label={label} value={value} onChange={change} problems={problems} />
  );
});
