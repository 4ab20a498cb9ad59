import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { Panel } from "../../parts/Page";
import { Select } from "../../parts/Select";
import type { Sheet } from "./form";

type Props = { sheet: Sheet; chosen: readonly string[]; onToggle: (handle: string) => void };

const MOST_LISTED = 100;

/** The shapes of a layer as a list, for who can't use the plan, or looks for one by its size. */
export function ShapeList({ sheet, chosen, onToggle }: Props) {
  const [isOpen, setOpen] = useState(false);
  const [layer, setLayer] = useState(sheet.layers[0]?.name ?? "");
  if (!sheet.layers.length) return null;
  if (!isOpen)
    return (
      <Button sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
        The shapes as a list
      </Button>
    );
  const own = sheet.shown.filter((one) => one.layer === layer);
  return (
    <Panel title="Shapes by layer">
      <Stack spacing={1}>
        <Select
          label="Layer"
          value={layer}
          options={sheet.layers.map(({ name, shapes }) => [name, `${name}, ${shapes} shapes`])}
          onChange={setLayer}
        />
        {own.slice(0, MOST_LISTED).map(({ handle, size, placed }) => (
          <FormControlLabel
            key={handle}
            sx={{ minHeight: 48 }}
            label={`${size} (${handle})${placed ? `: ${placed.name}` : ""}`}
            control={
              <Checkbox checked={chosen.includes(handle)} onChange={() => onToggle(handle)} />
            }
          />
        ))}
        {own.length > MOST_LISTED && (
          <Typography>The {MOST_LISTED} largest are listed; tap others on the plan.</Typography>
        )}
      </Stack>
    </Panel>
  );
}
