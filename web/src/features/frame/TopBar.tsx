import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useColorScheme } from "@mui/material/styles";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { SignOut } from "../line";
import { Emblem } from "./Emblem";

const ON_RAIL = { color: "#fff", minWidth: 0, paddingInline: 1.5 };

/** The strip on top of every screen: where you are, who you are, sun or dark. */
export function TopBar({ children, aside }: { children?: ReactNode; aside?: ReactNode }) {
  const { mode, setMode } = useColorScheme();
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
      <Button sx={ON_RAIL} onClick={() => setMode(mode === "dark" ? "light" : "dark")}>
        {mode === "dark" ? "Sun" : "Dark"}
      </Button>
      <SignOut sx={ON_RAIL} />
    </Stack>
  );
}
