import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Rows } from "../../parts/Rows";
import { Side } from "./Side";
import type { useOpened } from "./useOpened";

type Props = {
  job: Schemas["JobSheet"];
  opened: ReturnType<typeof useOpened>;
  onCut: () => void;
};

const LIST = {
  "& li > *": { px: 0, gap: 1.5, justifyContent: "space-between" },
  "& li > * > strong": { whiteSpace: "nowrap" },
  "& li span": { minWidth: 0, typography: "body2", color: "text.secondary" },
  "& li span > strong": {
    display: "block",
    typography: "body1",
    fontWeight: 700,
    lineHeight: 1.2,
    color: "text.primary",
  },
};

/** Everything on the plan as a list, with the same ways as the drawing has. */
export function Everything({ job, opened, onCut }: Props) {
  const elements = job.elements.filter(({ kind }) => kind !== "free");
  const isEmpty = !job.floors.length && !elements.length;
  return (
    <Side title="The plan" lead={isEmpty ? undefined : "One finished level drives the rest."}>
      {isEmpty && (
        <Typography>
          No floor yet. Type its outline, its finished level and its thickness; the stone&apos;s
          level and the points to shoot follow.
        </Typography>
      )}
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        {job.can_plan && isEmpty && (
          <Button component={Link} to={`/jobs/${job.id}/floors/new`} variant="contained">
            Lay out a floor
          </Button>
        )}
        {job.can_plan && (
          <Button
            variant={isEmpty ? "outlined" : "contained"}
            onClick={() => opened.go({ isAdding: true })}
          >
            Add to the plan
          </Button>
        )}
        <Button component={Link} to={`/jobs/${job.id}/heights`} variant="outlined">
          All heights
        </Button>
        {!isEmpty && (
          <Button variant="outlined" onClick={onCut}>
            Section
          </Button>
        )}
        {job.can_plan && (
          <Button component={Link} to={`/jobs/${job.id}/drawings`} variant="outlined">
            From a drawing
          </Button>
        )}
      </Stack>
      {!isEmpty && (
        <Rows label="Everything on the plan" height={56} sx={LIST}>
          {job.floors.map(({ id, name, top_of_slab }) => (
            <Row
              key={id}
              name={name}
              what="Floor"
              level={top_of_slab.text}
              onOpen={() => opened.go({ part: id, point: "" })}
            />
          ))}
          {elements.map(({ id, name, kind_text, level }) => (
            <Row
              key={id}
              name={name}
              what={kind_text}
              level={level?.text ?? "found on site"}
              onOpen={() => opened.go({ part: id, point: "" })}
            />
          ))}
          {job.benchmarks.map(({ id, name, elevation }) => (
            <Row
              key={id}
              name={name}
              what="Benchmark"
              level={elevation.text}
              to={`/jobs/${job.id}/control/${id}`}
            />
          ))}
        </Rows>
      )}
    </Side>
  );
}

type RowProps = { name: string; what: string; level: string; onOpen?: () => void; to?: string };

function Row({ name, what, level, onOpen, to }: RowProps) {
  const says = (
    <>
      <span>
        <strong>{name}</strong>
        {what}
      </span>
      <strong>{level}</strong>
    </>
  );
  return (
    <li>
      {to ? (
        <Link to={to}>{says}</Link>
      ) : (
        <button type="button" onClick={onOpen}>
          {says}
        </button>
      )}
    </li>
  );
}
