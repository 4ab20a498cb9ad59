import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { Emblem } from "./Emblem";
import { OwnKeys } from "./OwnKeys";
import { ON_RAIL } from "./rail";

type Props = {
  children?: ReactNode;
  aside?: ReactNode;
  /** Whether the own keys stand elsewhere, so that what is said here has room. */
  isNarrow?: boolean;
};

/** The strip on top of every screen: where you are, who you are, sun or dark. */
export function TopBar({ children, aside, isNarrow = false }: Props) {
  return (
    <Stack
      component="header"
      direction="row"
      sx={{ bgcolor: "rail", color: "#fff", alignItems: "center", px: 1.5, minHeight: 56 }}
    >
      <Button component={Link} to="/jobs" sx={ON_RAIL} aria-label="Your jobs">
        <Emblem />
      </Button>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {children ?? <Typography sx={{ fontWeight: 600 }}>Yellow Peg</Typography>}
      </Box>
      {aside}
      {!isNarrow && <OwnKeys />}
    </Stack>
  );
}
