import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";

/** What a change would move, what it would be judged anew by, and what rests on what is changed. */
export function WhatMoves({ moves }: { moves: Schemas["MovesOfAll"] }) {
  const told = [...moves.moves.map(({ what, by }) => `${what}: ${by}`), ...moves.rejudged];
  return (
    <Stack spacing={1.5}>
      {told.length === 0 ? (
        <Typography>Nothing that was read or planned changes by it.</Typography>
      ) : (
        <Lines title="What this moves" lines={told} isStrong />
      )}
      {moves.rests.length > 0 && <Lines title="What rests on it" lines={moves.rests} />}
    </Stack>
  );
}

type LinesProps = { title: string; lines: string[]; isStrong?: boolean };

function Lines({ title, lines, isStrong = false }: LinesProps) {
  return (
    <Box>
      <Typography variant="h3">{title}</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: isStrong ? "1.15rem" : undefined }}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
    </Box>
  );
}
