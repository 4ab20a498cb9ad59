import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { Link } from "react-router";
import { Choose, useChosen } from "../../parts/Choose";
import { Needs } from "../../parts/Needs";
import { Page } from "../../parts/Page";
import { elementLines, outlineSpots, panelLines } from "../../parts/plan/pegs";
import { useJobSheet } from "../frame/useJobSheet";
import { Heights } from "./Heights";
import { TickMarks } from "./TickMarks";

/** The heights of a floor to mark, and the way to its marks and screed points. */
export function Marks() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const { floor, setUp } = chosen;
  if (!floor) return <Needs job={job} title="Marks" what="floor" />;
  if (!setUp) return <Needs job={job} title="Marks" what="set-up" />;
  const hasPoints = job.stages.some((one) => one.stage === "marks");
  const isTicked = job.elements.some(
    ({ kind, follows }) => kind === "marks" && follows === floor.id,
  );
  return (
    <Page
      title={`Marks, ${floor.name}`}
      lead={`From set-up ${setUp.number}, carried from ${setUp.known}`}
      action={
        <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
          <Choose job={job} chosen={chosen} />
          {hasPoints && (
            <Button component={Link} to={`/jobs/${job.id}/marks/shoot`} variant="contained">
              Shoot marks and screed points
            </Button>
          )}
          {!isTicked && job.can_plan && <TickMarks job={job} floor={floor} />}
          <Button component={Link} to={`/jobs/${job.id}/marks/sheet`} variant="outlined">
            Clamp sheet
          </Button>
        </Stack>
      }
    >
      <Heights
        job={job}
        setUp={setUp}
        marked={{ floor: floor.id }}
        name={floor.name}
        outlines={[outlineSpots(floor)]}
        lines={[...panelLines(floor), ...elementLines(job)]}
      />
    </Page>
  );
}
