import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import { type Schemas, problemsOf } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { Moves, movesAnything } from "../floors";
import { type Move, useAccepted } from "./useRaised";

type Props = {
  job: Schemas["JobSheet"];
  move: Move;
  onMove: (move: Move) => void;
  /** What it would make, and why it can't be; neither while it is being worked out. */
  raised: Schemas["RaisedSheet"] | undefined;
  error: Error | null;
  onClose: () => void;
};

/** A finished level moved by an amount, and all that follows, until it is accepted. */
export function MoveLevel({ job, move, onMove, raised, error, onClose }: Props) {
  const accepted = useAccepted(move.floor, onClose);
  const problems = [...problemsOf(error), ...problemsOf(accepted.error)];
  return (
    <Panel title="Move the finished level">
      <Stack spacing={2}>
        {job.floors.length > 1 && (
          <Select
            label="Of"
            value={move.floor}
            options={job.floors.map(({ id, name }) => [id, name] as const)}
            onChange={(floor) => onMove({ ...move, floor })}
          />
        )}
        <Typography color="text.secondary">
          Drag its mark on the ladder, or type how far it moves.
        </Typography>
        <ToggleButtonGroup
          exclusive
          fullWidth
          value={move.way}
          aria-label="Which way"
          onChange={(_, way: Move["way"] | null) => way && onMove({ ...move, way })}
        >
          <ToggleButton value="up">Up</ToggleButton>
          <ToggleButton value="down">Down</ToggleButton>
        </ToggleButtonGroup>
        <EntryField
          name="by"
          label="By"
          value={move.by}
          onChange={(by) => onMove({ ...move, by })}
          problems={problems}
        />
        <Problems problems={problems} fields={["by"]} />
        {raised && (
          <>
            <Typography sx={{ fontSize: "1.25rem", fontWeight: 700 }}>
              Top of slab at {raised.level.text}
            </Typography>
            {movesAnything(raised.moves) && <Moves moves={raised.moves} />}
          </>
        )}
        <Stack direction="row" spacing={1}>
          <Button
            variant="contained"
            disabled={!raised || raised.moves.refused !== ""}
            loading={accepted.isPending}
            onClick={() => raised && accepted.mutate(raised)}
          >
            Accept what moves
          </Button>
          <Button onClick={onClose}>Leave it where it is</Button>
        </Stack>
      </Stack>
    </Panel>
  );
}
