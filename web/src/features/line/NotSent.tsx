import Box from "@mui/material/Box";

/** The small mark of what was recorded here and is not at the server yet. */
export function NotSent() {
  return (
    <Box
      component="span"
      role="img"
      aria-label="not sent yet"
      title="Not sent yet"
      sx={{
        display: "inline-block",
        width: 10,
        height: 14,
        mr: 1,
        bgcolor: "peg",
        outline: "1px solid #15191c",
        clipPath: "polygon(0 0, 100% 0, 100% 60%, 50% 100%, 0 60%)",
      }}
    />
  );
}
