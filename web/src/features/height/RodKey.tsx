import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import ListItemText from "@mui/material/ListItemText";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import type { Height } from "./useHeight";

const SHORT: Record<string, string> = {
  "ft-in": "ft in",
  in: "in",
  ft: "ft",
  m: "m",
  mm: "mm",
};

type Props = { height: Height; gear: Schemas["GearSheet"] };

/** What it is read on, in one key beside the reading: the crew's rods, or one in other units. */
export function RodKey({ height, gear }: Props) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const { rod, keepRod } = height;
  if (!rod) return null;
  const short = SHORT[rod.graduation.kind] ?? rod.graduation.kind;
  const choose = (id: string) => {
    keepRod(id);
    setAt(null);
  };
  return (
    <>
      <Button
        variant="outlined"
        aria-label={`${short}, read on ${rod.name}`}
        aria-haspopup="menu"
        onClick={(event) => setAt(event.currentTarget)}
        sx={{ minWidth: 64, mr: 0.5, whiteSpace: "nowrap", "&::after": { content: '"\\00a0▾"' } }}
      >
        {short}
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {gear.rods.map(({ id, name }) => (
          <MenuItem key={id} selected={id === rod.id} onClick={() => choose(id)}>
            {name}
          </MenuItem>
        ))}
        {gear.rods.length > 0 && <Divider />}
        {gear.usual_rods.map((one) => (
          <MenuItem
            key={one.units}
            selected={one.rod.id === rod.id}
            onClick={() => choose(one.rod.id)}
          >
            <ListItemText primary={one.name} secondary={one.example} />
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
