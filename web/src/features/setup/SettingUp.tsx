import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { Panel } from "../../parts/Page";
import type { Schemas } from "../../api/client";

type Kind = Schemas["InstrumentKindEnum"];
type Order = { title: string; steps: readonly (readonly [string, string])[]; trouble: string };

const LEGS = "spread, pressed in one after the other, the head about level by eye";
const ROD = "sections drawn out until each clicks; the foot clean";

const LASER: Order = {
  title: "Setting up the laser, in this order",
  steps: [
    ["Legs", LEGS],
    [
      "Roughly level",
      "two foot screws together, in or out, then the third; a self-leveling one reaches the rest",
    ],
    ["Charged and warm", "batteries good, and a few minutes out of the case before it is read"],
    ["Level", "wait until it turns without blinking, then half a minute more"],
    ["Rod", ROD],
    [
      "Receiver",
      "the same edge and the same setting for the benchmark and the points; fine for a check",
    ],
  ],
  trouble:
    "It won't level itself: bring the head nearer to level with the legs, take it off soft or shaking ground, look at the battery and at frost on the window. If it still blinks, do not read it; check it or send it away.",
};

const OPTICAL: Order = {
  title: "Setting up the optical level, in this order",
  steps: [
    ["Legs", `${LEGS}, at a height one looks through without stooping`],
    ["Bubble", "into the middle with two screws, then one; turn half round: it must stay there"],
    ["Crosshair", "focus it on the sky first, then on the rod; move your eye: it must not wander"],
    ["Rod", ROD],
    [
      "Two people",
      "one at the eyepiece, one at the rod; the rod is plumb, rocked for the lowest reading",
    ],
  ],
  trouble:
    "The bubble wanders when you turn it: level it again. If it still does, its bubble is out; set it up half-way between your points, and have it checked.",
};

const WATER: Order = {
  title: "Setting up the water level, in this order",
  steps: [
    ["Fill", "from one end, slowly, until no air is left in the hose; shade it"],
    ["Side by side", "both ends together: the water must stand at one height"],
    ["Wait", "half a minute at each mark, both ends open"],
    ["Marks", "carried level and plumb to where they are wanted, with a level on the wall"],
    ["At the end", "the first mark again: the water must stand at it as before"],
  ],
  trouble:
    "Both ends do not agree: there is air in the hose, or it lies in the sun. Take the air out and begin again from the first mark.",
};

const ORDERS: Record<Kind, Order> = {
  "rotary-laser": LASER,
  "line-laser": LASER,
  "optical-level": OPTICAL,
  "water-level": WATER,
};

/** Each kind of instrument is set up in an order of its own; folded until it is asked for. */
export function SettingUp({ kind }: { kind: Kind }) {
  const [isOpen, setIsOpen] = useState(kind === "optical-level");
  const [done, setDone] = useState<readonly string[]>([]);
  const { title, steps, trouble } = ORDERS[kind];
  const toggle = (name: string) =>
    setDone(done.includes(name) ? done.filter((one) => one !== name) : [...done, name]);
  if (!isOpen)
    return (
      <Button variant="outlined" onClick={() => setIsOpen(true)} sx={{ alignSelf: "flex-start" }}>
        {title}
      </Button>
    );
  return (
    <Panel title={title}>
      <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
        {steps.map(([name, how]) => (
          <li key={name}>
            <FormControlLabel
              control={<Checkbox checked={done.includes(name)} onChange={() => toggle(name)} />}
              label={
                <>
                  <strong>{name}</strong>: {how}
                </>
              }
            />
          </li>
        ))}
      </Box>
      <Typography sx={{ mt: 1 }}>{trouble}</Typography>
    </Panel>
  );
}
