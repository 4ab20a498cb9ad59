import Button from "@mui/material/Button";
import { useColorScheme } from "@mui/material/styles";
import { SignOut } from "../line";

const ON_RAIL = { color: "#fff", minWidth: 0, paddingInline: 1.5 };

/** Sun or dark, and the way out: in the strip, and below a job's steps where that is narrow. */
export function OwnKeys() {
  const { mode, setMode } = useColorScheme();
  return (
    <>
      <Button sx={ON_RAIL} onClick={() => setMode(mode === "dark" ? "light" : "dark")}>
        {mode === "dark" ? "Sun" : "Dark"}
      </Button>
      <SignOut sx={ON_RAIL} />
    </>
  );
}
