import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";
import { useLine } from "../../phone/line";
import type { Numbered } from "../../phone/held";
import { takeNewer } from "../../phone/install";
import { Waiting } from "./Waiting";
import {
  clockInWords,
  useIsNewer,
  useIsToSignIn,
  useOutbox,
  usePhoneState,
  usePhoneStep,
} from "./usePhone";

const STEPS = { runtime: 1, modules: 2, ready: 3 } as const;
const QUIET = { bgcolor: "rail", color: "#b9c2c4", minHeight: 24, fontWeight: 400 };
const TELLS = { bgcolor: "rail", color: "#ffc20e", minHeight: 44, fontWeight: 600 };
const WRONG = { bgcolor: "#9c1c06", color: "#fff", minHeight: 44, fontWeight: 600 };

/** A quiet line under the top strip: how the line is, and what is still to send. */
export function LineBar() {
  const [isOpen, setOpen] = useState(false);
  const says = useSays();
  if (!says) return null;
  const looks = {
    ...says.look,
    display: "flex",
    alignItems: "center",
    justifyContent: "flex-start",
    width: "100%",
    px: 2,
    borderBottom: "1px solid #454e52",
    fontFamily: "inherit",
    fontSize: "0.9rem",
    textAlign: "left",
  } as const;
  const text = <span role="status">{says.text}</span>;
  return (
    <Box sx={{ displayPrint: "none" }}>
      {says.look === QUIET ? (
        <Box data-testid="line" sx={looks}>
          {text}
        </Box>
      ) : (
        <ButtonBase
          onClick={() => (says.takes ? says.takes() : setOpen(true))}
          data-testid="line"
          sx={looks}
        >
          {text}
        </ButtonBase>
      )}
      <Waiting isOpen={isOpen} close={() => setOpen(false)} />
    </Box>
  );
}

type Says = { text: string; look: typeof QUIET; takes?: () => void };

function useSays(): Says | null {
  const line = useLine();
  const state = usePhoneState();
  const step = usePhoneStep();
  const waiting = useOutbox();
  const isToSignIn = useIsToSignIn();
  const isNewer = useIsNewer();
  const refused = waiting.filter((one) => one.standing === "refused");
  const toSend = toSendOf(waiting);
  const clock = clockInWords();
  if (isToSignIn && waiting.length > 0)
    return { text: `You are signed out there. Sign in to send.${toSend}`, look: WRONG };
  if (refused.length > 0)
    return {
      text: `${counted(refused.length, "record")} refused, look at it.${toSend}`,
      look: WRONG,
    };
  if (state === "starting" && line === "none")
    return {
      text: `No signal. Getting ready to work on this phone, ${STEPS[step]} of 3`,
      look: TELLS,
    };
  if (line === "none" && state === "ready")
    return { text: `No signal, working on this phone.${toSend}`, look: TELLS };
  if (line === "none") return { text: "No signal, and this phone can't work alone.", look: WRONG };
  if (isNewer)
    return { text: "A newer version is here. Tap to take it.", look: TELLS, takes: takeNewer };
  if (clock) return { text: clock + toSend, look: TELLS };
  if (state === "off") return null;
  return { text: `On line.${toSend}`, look: QUIET };
}

function toSendOf(waiting: readonly Numbered[]): string {
  const count = waiting.filter((one) => one.standing === "waiting").length;
  return count ? ` ${count} to send.` : "";
}

export function counted(count: number, what: string): string {
  return `${count} ${what}${count === 1 ? "" : "s"}`;
}
