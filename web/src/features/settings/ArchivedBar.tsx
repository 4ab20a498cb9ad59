import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";

/** Says over every screen of an archived job that nothing more is recorded in it. */
export function ArchivedBar() {
  return (
    <Box sx={{ bgcolor: "text.primary", color: "background.paper", px: 2, py: 1 }}>
      <Typography sx={{ fontWeight: 600 }}>
        Archived: nothing more is recorded in this job. It is brought back in its settings.
      </Typography>
    </Box>
  );
}
