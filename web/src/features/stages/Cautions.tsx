import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useKept } from "../../parts/drafts";

/** One plain line each, beside the step it belongs to; put away for the day with one tap. */
export function Cautions({ stage, cautions }: { stage: string; cautions: readonly string[] }) {
  const today = new Date().toDateString();
  const [seen, keepSeen] = useKept(`cautions:${stage}`, "");
  if (seen === today) return null;
  return (
    <Stack
      direction="row"
      role="note"
      aria-label="Cautions"
      sx={{
        px: 1.5,
        alignItems: "center",
        gap: 1,
        bgcolor: "background.paper",
        borderLeft: 8,
        borderColor: "peg",
      }}
    >
      <Stack sx={{ flex: 1, py: 0.5 }}>
        {cautions.map((caution) => (
          <Typography key={caution} variant="body2">
            {caution}
          </Typography>
        ))}
      </Stack>
      <Button onClick={() => keepSeen(today)}>Seen today</Button>
    </Stack>
  );
}
