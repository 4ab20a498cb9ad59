import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Box from "@mui/material/Box";
import type { Stage } from "../stages";
import type { Layer } from "./onPlan";

type Props = { layers: readonly Layer[]; stage: Stage | ""; onChoose: (stage: Stage | "") => void };

/** Which stage's points stand on the plan, and how far each stage is. */
export function Layers({ layers, stage, onChoose }: Props) {
  if (!layers.length) return null;
  return (
    <Box
      sx={{
        overflowX: "auto",
        bgcolor: "background.paper",
        borderBottom: 1,
        borderColor: "divider",
      }}
    >
      <ToggleButtonGroup
        exclusive
        value={stage}
        aria-label="Points of a stage"
        onChange={(_, next: Stage | "" | null) => onChoose(next ?? "")}
        sx={{
          flexWrap: { md: "wrap" },
          "& .MuiToggleButton-root": { border: 0, borderRadius: 0, whiteSpace: "nowrap", px: 1.5 },
        }}
      >
        <ToggleButton value="">Everything</ToggleButton>
        {layers.map(({ stage: one, name, points, shot, inDoubt }) => (
          <ToggleButton key={one} value={one}>
            {name}&ensp;
            <Box component="span" sx={{ fontWeight: 400 }}>
              {shot} of {points}
              {inDoubt > 0 && `, ${inDoubt} in doubt`}
            </Box>
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  );
}
