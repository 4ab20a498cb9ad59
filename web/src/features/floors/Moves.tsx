import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";

/** Whether a change moves anything that was planned or shot. */
export function movesAnything({ moves, rejudged, refused }: Schemas["MovesSheet"]): boolean {
  return moves.length + rejudged.length > 0 || refused !== "";
}

/** What a change would move, before it is accepted. */
export function Moves({ moves }: { moves: Schemas["MovesSheet"] }) {
  return (
    <Panel title="What this moves">
      {moves.refused && (
        <Alert severity="error" sx={{ mb: 1 }}>
          {moves.refused}
        </Alert>
      )}
      <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: "1.15rem" }}>
        {moves.moves.map(({ what, by }) => (
          <li key={what}>
            {what}: <strong>{by}</strong>
          </li>
        ))}
        {moves.rejudged.map((change) => (
          <li key={change}>{change}</li>
        ))}
      </Box>
      <Typography color="text.secondary" sx={{ mt: 1 }}>
        What was shot stays in the book; it is only judged against the new level.
      </Typography>
    </Panel>
  );
}
