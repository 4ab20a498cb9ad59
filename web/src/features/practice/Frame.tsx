import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import CircularProgress from "@mui/material/CircularProgress";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";

/** How high the strip is that says so. */
export const BAR = 52;

/** Every screen of practice says that it is practice. */
export function PracticeFrame({ children }: { children: ReactNode }) {
  return (
    <Box sx={{ minHeight: "100dvh", bgcolor: "background.default" }}>
      <Stack
        component="header"
        direction="row"
        sx={{
          alignItems: "center",
          gap: 2,
          px: 2,
          minHeight: BAR,
          color: "#14171a",
          background: "repeating-linear-gradient(115deg, #ffc20e 0 26px, #ffd65c 26px 52px)",
        }}
      >
        <Typography sx={{ fontWeight: 800, letterSpacing: "0.12em" }}>PRACTICE</Typography>
        <Typography variant="body2" noWrap sx={{ flex: 1 }}>
          Nothing here is a real job.
        </Typography>
        <Button href="/sign-in" sx={{ color: "#14171a" }}>
          Leave
        </Button>
      </Stack>
      {children}
      <OnPaper />
    </Box>
  );
}

/** Whatever of it is printed says so across every page. */
function OnPaper() {
  return (
    <Typography
      aria-hidden
      sx={{
        display: "none",
        displayPrint: "block",
        position: "fixed",
        top: "40%",
        left: 0,
        right: 0,
        textAlign: "center",
        fontSize: 120,
        fontWeight: 800,
        letterSpacing: "0.1em",
        opacity: 0.18,
        transform: "rotate(-28deg)",
      }}
    >
      PRACTICE
    </Typography>
  );
}

/** Python has to come into the browser first; it is kept there. */
export function GettingReady() {
  return (
    <Stack direction="row" sx={{ p: 4, gap: 2, alignItems: "center" }}>
      <CircularProgress aria-label="Loading" />
      <Typography>Getting the site ready; the first time takes ten seconds or so.</Typography>
    </Stack>
  );
}
