import Button from "@mui/material/Button";
import { useColorScheme } from "@mui/material/styles";
import { SignOut } from "../line";
import { ON_RAIL } from "./rail";

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
