import Button, { type ButtonProps } from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useState } from "react";
import { useNavigate } from "react-router";
import { queries, useSession } from "../../api/queries";
import { forgetScreens } from "../../api/remembered";
import { signOut } from "../../api/session";
import { asFile } from "./asFile";
import { counted } from "./LineBar";
import { useOutbox } from "./usePhone";

/** Signs out; asks first where something that was recorded here is not sent yet. */
export function SignOut({ sx }: Pick<ButtonProps, "sx">) {
  const [isAsking, setAsking] = useState(false);
  const session = useSession();
  const navigate = useNavigate();
  const unsent = useOutbox().filter((one) => one.standing !== "sent");
  const leave = async () => {
    const now = await signOut();
    queries.clear();
    await forgetScreens();
    queries.setQueryData(["session"], now);
    await navigate("/sign-in");
  };
  return (
    <>
      <Button
        {...(sx ? { sx } : {})}
        onClick={() => (unsent.length ? setAsking(true) : void leave())}
        title={session.data?.name ?? ""}
      >
        Sign out
      </Button>
      <Dialog open={isAsking} onClose={() => setAsking(false)}>
        <DialogTitle>{counted(unsent.length, "record")} not sent yet</DialogTitle>
        <DialogContent>
          They stay on this phone and are sent when you sign in here again. Nobody else who signs in
          sees or sends them.
        </DialogContent>
        <DialogActions sx={{ flexWrap: "wrap" }}>
          <Button onClick={() => asFile(unsent)}>Save them as a file</Button>
          <Button onClick={() => void leave()}>Sign out all the same</Button>
          <Button onClick={() => setAsking(false)} variant="contained">
            Stay
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
