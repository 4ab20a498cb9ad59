import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";

/** Faults one by one, however many there are; a long list scrolls in its own frame. */
export function FaultList({ says }: { says: readonly string[] }) {
  return (
    <Box
      component="ul"
      tabIndex={0}
      aria-label="What holds it, one by one"
      sx={{ m: 0, pl: 3, maxHeight: 280, overflowY: "auto" }}
    >
      {says.map((sentence, number) => (
        <Typography component="li" key={`${number} ${sentence}`} variant="body2">
          {sentence}
        </Typography>
      ))}
    </Box>
  );
}
