import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { useState } from "react";

/** A link for somebody else, whole, to be copied. */
export function LinkToSend({ path, what }: { path: string; what: string }) {
  const [isCopied, setCopied] = useState(false);
  const link = `${location.origin}${path}`;
  const copy = async () => {
    await navigator.clipboard.writeText(link);
    setCopied(true);
  };
  return (
    <Stack
      direction={{ xs: "column", sm: "row" }}
      spacing={1}
      sx={{ alignItems: { sm: "center" } }}
    >
      <TextField
        label={what}
        value={link}
        fullWidth
        slotProps={{ htmlInput: { readOnly: true, onFocus: selectAll } }}
      />
      {"clipboard" in navigator && (
        <Button variant="outlined" onClick={() => void copy().catch(() => undefined)}>
          {isCopied ? "Copied" : "Copy"}
        </Button>
      )}
    </Stack>
  );
}

const selectAll = ({ target }: { target: HTMLInputElement }) => target.select();
