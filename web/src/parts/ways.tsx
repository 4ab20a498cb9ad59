import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { Both } from "./BothTexts";

export type WayKey = "clamp" | "slide" | "tape" | "direct";

const NOT_FROM_HERE = "not from here: the rod can't stand on it under the beam";

export type Way = {
  key: WayKey;
  /** What it is called, with the point it is carried from. */
  name: string;
  says: ReactNode;
  /** Whether it needs the rod under the beam, which an obstacle takes away. */
  needsRod: boolean;
};

export const WAY_NAMES: Record<WayKey, string> = {
  clamp: "Clamp",
  slide: "Slide",
  tape: "Tape",
  direct: "Center zero",
};

/** The four ways of setting one height, the crew's own first. */
export function waysOf(ways: Schemas["WaysSheet"], known: string, first: WayKey): Way[] {
  const all: Way[] = [
    {
      key: "clamp",
      name: "Clamp the receiver at",
      says: ways.clamp ? <Both value={ways.clamp} /> : "not from here: no backsight reads this rod",
      needsRod: true,
    },
    {
      key: "slide",
      name: `From the clamp on ${known}`,
      says: ways.slide ? <Slide slide={ways.slide} steps={ways.slide_steps} /> : NOT_FROM_HERE,
      needsRod: true,
    },
    {
      key: "tape",
      name: "Tape from the beam",
      says: ways.tape ? (
        <>
          <Both value={ways.tape} /> {ways.tape_verb}
        </>
      ) : (
        ways.tape_verb
      ),
      needsRod: false,
    },
    {
      key: "direct",
      name: `Center-zero rule, 0 on ${known}`,
      says: ways.direct ? (
        <>
          {ways.direct_verb !== "at zero" && <Both value={ways.direct} />} {ways.direct_verb}
        </>
      ) : (
        NOT_FROM_HERE
      ),
      needsRod: false,
    },
  ];
  return all.sort((a, b) => Number(b.key === first) - Number(a.key === first));
}

/** How far to slide, and the same part by part as it is done on the rod. */
function Slide({ slide, steps }: { slide: Schemas["BothTexts"]; steps: readonly string[] }) {
  return (
    <>
      <Both value={slide} />
      {steps.length > 0 && (
        <Typography component="span" variant="body2" sx={{ display: "block" }}>
          {steps.join(", then ")}
        </Typography>
      )}
    </>
  );
}

export function wayFrom(kept: string): WayKey {
  return kept in WAY_NAMES ? (kept as WayKey) : "clamp";
}
