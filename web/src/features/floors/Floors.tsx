import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { Empty, Page, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { outlineSpots, panelLines } from "../../parts/plan/pegs";
import { useJobSheet } from "../frame/useJobSheet";
import { Elements } from "./Elements";

/** The floors of a job, with what drives every height below them. */
export function Floors() {
  const job = useJobSheet();
  const add = job.can_plan && (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
      <Button component={Link} to={`/jobs/${job.id}/heights`} variant="outlined">
        All heights
      </Button>
      <Button component={Link} to={`/jobs/${job.id}/drawings`} variant="outlined">
        From a drawing
      </Button>
      <Button component={Link} to={`/jobs/${job.id}/floors/new`} variant="contained">
        Lay out a floor
      </Button>
    </Stack>
  );
  return (
    <Page title="The plan" lead="One finished level drives the rest." action={add}>
      {job.floors.length === 0 && (
        <Empty action={add}>
          No floor yet. Type its outline, its finished level and its thickness; the stone&apos;s
          level and the points to shoot follow.
        </Empty>
      )}
      {job.floors.map((floor) => (
        <Panel key={floor.id} title={floor.name}>
          <Stack direction={{ xs: "column", md: "row" }} spacing={3}>
            <Stack sx={{ flex: 1 }} spacing={0.5}>
              <Figure name="Top of slab" text={floor.top_of_slab.text} />
              <Figure name="Slab thickness" text={floor.thickness.text} />
              <Figure name="Stone (sub-base) at" text={floor.sub_base.text} />
              {floor.sub_grade && <Figure name="Formation at" text={floor.sub_grade.text} />}
              <Figure name="Fall" text={floor.falls} />
              <Figure name="Least thickness" text={floor.least_thickness.text} />
              <Figure name="On within" text={`${floor.tolerance.text} high or low`} />
              <Figure name="Area" text={floor.area.text} />
              {job.can_plan && (
                <Button
                  component={Link}
                  to={`/jobs/${job.id}/floors/${floor.id}`}
                  variant="outlined"
                >
                  Change the plan
                </Button>
              )}
            </Stack>
            <Stack sx={{ flex: 2, minWidth: 0 }}>
              <Plan
                label={`Outline of ${floor.name}`}
                outlines={[outlineSpots(floor)]}
                lines={panelLines(floor)}
                isMetric={job.volume_unit === "m³"}
                height={260}
              />
            </Stack>
          </Stack>
        </Panel>
      ))}
      <Elements job={job} />
    </Page>
  );
}

export function Figure({
  name,
  text,
  strong = false,
}: {
  name: string;
  text: string;
  strong?: boolean;
}) {
  return (
    <Stack direction="row" sx={{ justifyContent: "space-between", gap: 2, alignItems: "baseline" }}>
      <Typography color="text.secondary">{name}</Typography>
      <Typography
        sx={{ fontWeight: 700, fontSize: strong ? "1.6rem" : "1.1rem", textAlign: "right" }}
      >
        {text}
      </Typography>
    </Stack>
  );
}
