import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";

type Props = { check: Schemas["SpotCheck"]; onShoot: (point: string) => void };

/** Forms are shot again on the day: three points, and half-way along the longest board. */
export function SpotCheck({ check, onShoot }: Props) {
  const { points, half_way } = check;
  return (
    <Panel title="Before the pour: shoot these again">
      <Stack spacing={1}>
        {points.map(({ id, name, why, read_at }) => (
          <Button
            key={id}
            variant="outlined"
            onClick={() => onShoot(id)}
            sx={{ justifyContent: "flex-start", textAlign: "left" }}
          >
            <span>
              <strong>{name}</strong>, {why}; read {shownTime(read_at)}
            </span>
          </Button>
        ))}
        {half_way && (
          <Typography>
            Half-way between {half_way.before} and {half_way.after} the board is to be at{" "}
            <strong>{half_way.target.text}</strong>: hold the rod there too.
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}
