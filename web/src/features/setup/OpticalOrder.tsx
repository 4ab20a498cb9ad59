import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import { useState } from "react";
import { Panel } from "../../parts/Page";

const ORDER = [
  [
    "Legs",
    "tread them in, the head about level, at a height you can look through without stooping",
  ],
  ["Bubble", "bring it to the middle with the foot screws; turn half round: it must stay there"],
  [
    "Crosshair",
    "focus the crosshair on the sky first, then the rod; move your eye: it must not wander",
  ],
  [
    "Two people",
    "one at the eyepiece, one at the rod; the rod is plumb, rocked for the lowest reading",
  ],
] as const;

/** An optical level is set up in an order of its own; each step is ticked before it is read. */
export function OpticalOrder() {
  const [done, setDone] = useState<readonly string[]>([]);
  const toggle = (name: string) =>
    setDone(done.includes(name) ? done.filter((one) => one !== name) : [...done, name]);
  return (
    <Panel title="Optical level, in this order">
      <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
        {ORDER.map(([name, how]) => (
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
    </Panel>
  );
}
