import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import { Link, useNavigate, useParams } from "react-router";
import type { Schemas } from "../../api/client";
import { useWayOut } from "../../api/queries";
import { useChosen } from "../../parts/Choose";
import { Empty, Loaded, Page, Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { keepChoice, pointKey } from "../../parts/drafts";
import { NotThere } from "../../parts/Lost";
import { useJobSheet } from "../frame/useJobSheet";
import { StandingBar } from "./StandingBar";

/** The guided way out of doubt: set up anew, try one point, or shoot them all again. */
export function WayOut() {
  const job = useJobSheet();
  const { setUp: key = "" } = useParams();
  const query = useWayOut(key);
  const setUp = job.set_ups.find((one) => one.id === key);
  if (!setUp) return <NotThere />;
  return (
    <Page
      title={`The way out, set-up ${setUp.number}`}
      lead="What was read since the last good check counts for nothing until it is cleared."
    >
      {setUp.standing.in_doubt && <StandingBar job={job} setUp={setUp} isOnTheWay />}
      <Loaded query={query}>{(way) => <Ways job={job} setUp={setUp} way={way} />}</Loaded>
    </Page>
  );
}

type WaysProps = {
  job: Schemas["JobSheet"];
  setUp: Schemas["SetUpSheet"];
  way: Schemas["WayOut"];
};

function Ways({ job, setUp, way }: WaysProps) {
  if (!way.points.length && !way.turning_points.length)
    return (
      <Empty
        action={
          !setUp.standing.stands && <SetUpAgain job={job.id} isDone={way.from_set_up !== 0} />
        }
      >
        Nothing read from set-up {setUp.number} is waiting: what was in doubt is cleared or was shot
        again.
      </Empty>
    );
  return (
    <>
      <Panel title="1. A new backsight">
        <Stack spacing={1} sx={{ alignItems: "flex-start" }}>
          <Typography>
            {way.from_set_up
              ? `Set-up ${way.from_set_up} stands and can be shot from.`
              : "The line has moved. Level the instrument and take a new backsight: that is a new set-up."}
          </Typography>
          <SetUpAgain job={job.id} isDone={way.from_set_up !== 0} />
        </Stack>
      </Panel>
      {way.to_try && (
        <Panel title={`2. Try ${way.to_try}`}>
          <Typography>
            Shoot {way.to_try} again. If it agrees, the knock came later, and the {way.clears}{" "}
            readings up to it are cleared at once.
          </Typography>
        </Panel>
      )}
      <Panel title={`${way.to_try ? 3 : 2}. Shoot again, nearest first`}>
        <Doubted job={job} way={way} />
        {way.turning_points.length > 0 && (
          <Typography sx={{ mt: 1 }}>
            In doubt as well: {way.turning_points.join(", ")}. What stands on them is in doubt with
            them; carry the level anew.
          </Typography>
        )}
      </Panel>
    </>
  );
}

function SetUpAgain({ job, isDone }: { job: string; isDone: boolean }) {
  return (
    <Button
      component={Link}
      to={`/jobs/${job}/set-up/new`}
      variant={isDone ? "outlined" : "contained"}
    >
      Set up again
    </Button>
  );
}

const WIDE = { display: { xs: "none", sm: "table-cell" } };

function Doubted({ job, way }: Omit<WaysProps, "setUp">) {
  const navigate = useNavigate();
  const chosen = useChosen(job);
  const sound = job.set_ups.find((one) => one.number === way.from_set_up);
  const shoot = (point: Schemas["DoubtedPoint"]) => {
    if (!sound) return;
    if (point.floor) chosen.setFloor(point.floor);
    if (point.element) keepChoice(`element:${job.id}:${point.stage}`, point.element);
    chosen.setSetUp(sound.id);
    const work = point.floor || point.element;
    keepChoice(pointKey(work, sound.id, "fine"), point.point);
    void navigate(`/jobs/${job.id}/${point.stage === "marks" ? "marks/shoot" : point.stage}`);
  };
  return (
    <Table size="small" aria-label="Points in doubt">
      <TableHead>
        <TableRow>
          <TableCell>Point</TableCell>
          <TableCell align="right">Away</TableCell>
          <TableCell sx={WIDE}>Read</TableCell>
          <TableCell component="td" />
        </TableRow>
      </TableHead>
      <TableBody>
        {way.points.map((point) => (
          <TableRow key={point.point}>
            <TableCell sx={{ fontWeight: 700 }}>
              {point.name}
              {point.is_to_try ? " · try first" : ""}
            </TableCell>
            <TableCell align="right">{point.distance?.text ?? "no place known"}</TableCell>
            <TableCell sx={WIDE}>
              {point.reading}, {shownTime(point.taken_at)}
            </TableCell>
            <TableCell align="right">
              {sound && job.can_record && (
                <Button
                  variant={point.is_to_try ? "contained" : "outlined"}
                  onClick={() => shoot(point)}
                >
                  Shoot {point.name}
                </Button>
              )}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
