import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { Link, useLocation } from "react-router";
import { useKept } from "../../parts/drafts";
import { SCREENS } from "./screens";
import { Term } from "./Term";

/** The screen of a job one is on, by its address. */
function useScreen() {
  const part = useLocation().pathname.split("/")[3] ?? "";
  const screen = SCREENS[part];
  return screen && { part, ...screen };
}

/** What this screen is for and what its words mean, where one asks. */
export function HelpButton() {
  const screen = useScreen();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (!screen) return null;
  return (
    <>
      <Button
        aria-label="What this screen is for, and its words"
        aria-haspopup="dialog"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ color: "#fff", minWidth: 48, px: 0 }}
      >
        ?
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: "bottom", horizontal: "right" }}
        transformOrigin={{ vertical: "top", horizontal: "right" }}
        slotProps={{ paper: { role: "dialog", "aria-label": "Help", sx: { maxWidth: 440, p: 2 } } }}
      >
        <Typography sx={{ fontWeight: 600, mb: 2 }}>{screen.purpose}</Typography>
        <Stack spacing={2}>
          {screen.words.map((key) => (
            <Term key={key} of={key} />
          ))}
        </Stack>
        <Button component={Link} to="/words" sx={{ mt: 1 }}>
          All words
        </Button>
      </Popover>
    </>
  );
}

/** What a screen is for, once: the first time somebody is on it on this device. */
export function FirstTime() {
  const screen = useScreen();
  return screen ? <Once key={screen.part} part={screen.part} purpose={screen.purpose} /> : null;
}

/** Screens whose keys fill a phone. */
const SHOOTING = new Set([
  "layout",
  "dig",
  "forms",
  "piers",
  "stone",
  "in-slab",
  "after",
  "points",
]);

function Once({ part, purpose }: { part: string; purpose: string }) {
  const [seen, see] = useKept(`seen:${part}`, "");
  const [wasSeen] = useState(seen !== "");
  const [isShown, setShown] = useState(!wasSeen);
  useEffect(() => {
    if (!wasSeen) see("yes");
  }, [wasSeen, see]);
  if (!isShown) return null;
  return (
    <Box
      component="aside"
      aria-label="For the first time here"
      sx={{
        // On a phone the keys need the room; what to do stands above them in words.
        display: { xs: SHOOTING.has(part) ? "none" : "flex", md: "flex" },
        bgcolor: "slab",
        borderBottom: 1,
        borderColor: "divider",
        px: 2,
        alignItems: "center",
        gap: 2,
        displayPrint: "none",
      }}
    >
      <Typography variant="body2" sx={{ flex: 1 }}>
        {purpose}
      </Typography>
      <Button onClick={() => setShown(false)}>Got it</Button>
    </Box>
  );
}
