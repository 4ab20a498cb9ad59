import Box from "@mui/material/Box";

/** GO or HOLD, wherever a pour appears; told by its word and its frame, not by color alone. */
export function Verdict({ isGo, isLarge = false }: { isGo: boolean; isLarge?: boolean }) {
  return (
    <Box
      component="span"
      sx={{
        display: "inline-block",
        px: 1.5,
        border: 3,
        borderStyle: isGo ? "solid" : "double",
        borderWidth: isGo ? 3 : 6,
        color: isGo ? "on" : "high",
        fontWeight: 700,
        fontSize: isLarge ? "3rem" : "1.2rem",
        lineHeight: 1.2,
      }}
    >
      {isGo ? "GO" : "HOLD"}
    </Box>
  );
}
