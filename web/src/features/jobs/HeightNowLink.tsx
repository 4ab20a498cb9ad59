import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";

/** The first thing of all: three numbers to a height, before anything else is asked. */
export function HeightNowLink() {
  return (
    <Box
      component={Link}
      to="/height-now"
      sx={{
        display: "flex",
        flexWrap: "wrap",
        alignItems: "baseline",
        columnGap: 2,
        bgcolor: "text.primary",
        color: "background.paper",
        textDecoration: "none",
        px: 2,
        py: 1,
        borderBottom: "6px solid",
        borderColor: "peg",
      }}
    >
      <Typography variant="h2" component="span">
        Height now
      </Typography>
      <Typography component="span">
        What you stand on, what the rod reads, what you want: where to clamp.
      </Typography>
    </Box>
  );
}
