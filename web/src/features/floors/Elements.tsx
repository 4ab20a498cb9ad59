import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { KINDS, KIND_KEYS } from "../../parts/kinds";
import { Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { drawnLines, outlineSpots } from "../../parts/plan/pegs";
import { spotOf } from "../../parts/plan/frame";

type Job = Schemas["JobSheet"];

/** What else is on the plan: from batter boards to screed points, and what to add. */
export function Elements({ job }: { job: Job }) {
  return (
    <Panel title="Elements">
      <Stack spacing={2}>
        {job.elements.length > 0 && <Listed job={job} />}
        {job.can_plan && (
          <>
            <Typography color="text.secondary">
              {job.elements.length === 0 &&
                "Everything else you set a height for. Each brings the points to shoot at its stage. "}
              Add
            </Typography>
            <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
              {KIND_KEYS.map((kind) => (
                <Button
                  key={kind}
                  component={Link}
                  to={`/jobs/${job.id}/elements/new/${kind}`}
                  variant="outlined"
                >
                  {KINDS[kind].name}
                </Button>
              ))}
            </Stack>
          </>
        )}
      </Stack>
    </Panel>
  );
}

function Listed({ job }: { job: Job }) {
  return (
    <>
      <Plan
        label="Plan of the whole job"
        outlines={job.floors.map(outlineSpots)}
        lines={job.elements.flatMap((element) => drawnLines(element.drawn))}
        controls={job.benchmarks.flatMap(({ name, place }) =>
          place ? [{ name, spot: spotOf(place), isTurn: false }] : [],
        )}
        isMetric={job.volume_unit === "m³"}
        height={420}
      />
      <Table size="small" aria-label="Elements of the plan">
        <TableHead>
          <TableRow>
            <TableCell>Element</TableCell>
            <TableCell sx={{ display: { xs: "none", sm: "table-cell" } }}>Kind</TableCell>
            <TableCell align="right">Level</TableCell>
            <TableCell />
          </TableRow>
        </TableHead>
        <TableBody>
          {job.elements.map((element) => (
            <TableRow key={element.id}>
              <TableCell sx={{ fontWeight: 700 }}>{element.name}</TableCell>
              <TableCell sx={{ display: { xs: "none", sm: "table-cell" } }}>
                {element.kind_text}
              </TableCell>
              <TableCell align="right">{element.level?.text ?? "found on site"}</TableCell>
              <TableCell align="right">
                {job.can_plan && (
                  <Button component={Link} to={`/jobs/${job.id}/elements/${element.id}`}>
                    Change
                  </Button>
                )}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </>
  );
}
