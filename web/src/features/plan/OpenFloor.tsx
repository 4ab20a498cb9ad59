import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Figure } from "../../parts/Figure";
import { Counts } from "../overview/Counts";
import { Side } from "./Side";
import type { useOpened } from "./useOpened";

type Props = {
  job: Schemas["JobSheet"];
  floor: Schemas["FloorPlan"];
  opened: ReturnType<typeof useOpened>;
};

/** A floor: what drives every height below it, how far its stone is, and what to do with it. */
export function OpenFloor({ job, floor, opened }: Props) {
  const of = `/jobs/${job.id}`;
  return (
    <Side title={floor.name} lead="Floor" onBack={() => opened.go({ part: "" })}>
      <Stack spacing={0.5}>
        <Figure name="Top of slab" text={floor.top_of_slab.text} strong />
        <Figure name="Slab thickness" text={floor.thickness.text} />
        <Figure name="Stone at" text={floor.sub_base.text} />
        {floor.sub_grade && <Figure name="Formation at" text={floor.sub_grade.text} />}
        <Figure name="Fall" text={floor.falls} />
        <Figure name="Least thickness" text={floor.least_thickness.text} />
        <Figure name="On within" text={`${floor.tolerance.text} high or low`} />
        <Figure name="Area" text={floor.area.text} />
      </Stack>
      <Counts floor={floor} />
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        <Button component={Link} to={`${of}/stone`} variant="contained">
          Shoot the stone
        </Button>
        <Button component={Link} to={`${of}/marks`} variant="outlined">
          Heights and marks
        </Button>
        <Button component={Link} to={`${of}/concrete`} variant="outlined">
          Concrete
        </Button>
        {job.can_plan && (
          <Button component={Link} to={`${of}/floors/${floor.id}`} variant="outlined">
            Change the plan
          </Button>
        )}
        <Button component={Link} to={`${of}/happened?about=${floor.id}`} variant="outlined">
          What happened
        </Button>
      </Stack>
    </Side>
  );
}
