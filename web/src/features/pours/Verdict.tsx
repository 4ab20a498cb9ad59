import Box from "@mui/material/Box";
import type { Schemas } from "../../api/client";

type Props = { state: Schemas["PourRow"]["state"]; isLarge?: boolean; isSmall?: boolean };

/** GO, HOLD or POURED, wherever a pour appears; told by word and frame, not by color alone. */
export function Verdict({ state, isLarge = false, isSmall = false }: Props) {
  const holds = state === "hold";
  return (
    <Box
      component="span"
      sx={{
        display: "inline-block",
        px: isSmall ? 0.75 : 1.5,
        borderStyle: holds ? "double" : "solid",
        borderWidth: (holds ? 6 : 3) - (isSmall ? 2 : 0),
        color: holds ? "high" : state === "go" ? "on" : "text.primary",
        fontWeight: 700,
        fontSize: isLarge ? "2.4rem" : isSmall ? "0.95rem" : "1.2rem",
        lineHeight: 1.2,
      }}
    >
      {state.toUpperCase()}
    </Box>
  );
}
