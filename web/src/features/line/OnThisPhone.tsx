import Button from "@mui/material/Button";
import { useState } from "react";
import { isKeptOff } from "../../phone/live";
import { Waiting } from "./Waiting";
import { usePhoneState } from "./usePhone";

/** Opens what lies on this phone, or lets jobs be taken along on it. */
export function OnThisPhone() {
  const [isOpen, setOpen] = useState(false);
  if (usePhoneState() === "off" && !isKeptOff()) return null;
  return (
    <>
      <Button variant="outlined" onClick={() => setOpen(true)}>
        On this phone
      </Button>
      <Waiting isOpen={isOpen} close={() => setOpen(false)} />
    </>
  );
}
