import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";

/** A name and its figure, at the two ends of a line. */
export function Figure({
  name,
  text,
  strong = false,
}: {
  name: string;
  text: string;
  strong?: boolean;
}) {
  return (
    <Stack direction="row" sx={{ justifyContent: "space-between", gap: 2, alignItems: "baseline" }}>
      <Typography color="text.secondary">{name}</Typography>
      <Typography
        sx={{ fontWeight: 700, fontSize: strong ? "1.6rem" : "1.1rem", textAlign: "right" }}
      >
        {text}
      </Typography>
    </Stack>
  );
}
