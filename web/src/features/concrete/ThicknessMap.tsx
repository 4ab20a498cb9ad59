import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useId } from "react";
import type { Schemas } from "../../api/client";
import { useThicknessMap } from "../../api/queries";
import { Loaded, Panel } from "../../parts/Page";
import { Legend } from "../../parts/plan/Legend";
import { Plan } from "../../parts/plan/Plan";
import type { PlanPeg } from "../../parts/plan/drawn";
import { outlineSpots, panelLines } from "../../parts/plan/pegs";
import { Placed } from "./Charts";
import { Ground, Key } from "../../parts/plan/ThicknessGround";

type Sheet = Schemas["ThicknessMap"];
type Props = { plan: Schemas["FloorPlan"]; pegs: readonly PlanPeg[]; isMetric: boolean };

/** The slab's thickness over its stone: bands, contour lines, the shots, the worst spots. */
export function ThicknessMap(props: Props) {
  const query = useThicknessMap(props.plan.id);
  return <Loaded query={query}>{(sheet) => <Drawn {...props} sheet={sheet} />}</Loaded>;
}

function Drawn({ plan, pegs, isMetric, sheet }: Props & { sheet: Sheet }) {
  const clip = useId();
  return (
    <Stack spacing={2}>
      <Panel title="Thickness over the stone">
        <Plan
          label={`Thickness map of ${plan.name}`}
          outlines={[outlineSpots(plan)]}
          lines={panelLines(plan)}
          ground={(frame) => (
            <Ground outline={outlineSpots(plan)} sheet={sheet} frame={frame} clip={clip} />
          )}
          pegs={pegs}
          isMetric={isMetric}
          height={460}
        />
        {sheet.why_none ? <Typography>{sheet.why_none}</Typography> : <Key bands={sheet.bands} />}
        <Legend />
        <Typography color="text.secondary">
          Beside each peg: the slab&apos;s thickness there.
        </Typography>
      </Panel>
      {sheet.worst.length > 0 && <Worst worst={sheet.worst} />}
      {sheet.placed.length > 0 && <Placed sheet={sheet} />}
    </Stack>
  );
}

function Worst({ worst }: { worst: readonly Schemas["SpotSheet"][] }) {
  return (
    <Panel title="Worst spots">
      <Box component="ol" sx={{ m: 0, pl: 3, columns: { sm: 2 } }}>
        {worst.map((spot) => (
          <li key={spot.id}>
            <strong>
              {spot.point}: {spot.action}
            </strong>
            , {spot.thickness.text} thick
            {spot.is_thin && (
              <Box component="strong" sx={{ color: "high" }}>
                {" "}
                THIN
              </Box>
            )}
          </li>
        ))}
      </Box>
    </Panel>
  );
}
