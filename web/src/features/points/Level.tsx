import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { OnDemand } from "../../parts/OnDemand";
import { Panel } from "../../parts/Page";

/** How far out of level a group is: the highest point first, everything else below it. */
export function Level({ sheet, name }: { sheet: Schemas["LevelSheet"]; name: string }) {
  return (
    <Panel title={`How level it is, ${name}`}>
      <Typography sx={{ fontSize: "1.4rem", fontWeight: 700, lineHeight: 1.2 }}>
        {sheet.says}
      </Typography>
      {sheet.per_run && <Typography>{sheet.per_run}</Typography>}
      <Box component="ol" sx={{ m: 0, mt: 1, pl: 2.5 }}>
        {sheet.points.map((one) => (
          <li key={one.point}>
            <strong>{one.point}</strong>, {one.below ? `${one.below} below` : "the highest"}
            {one.below && !one.is_told && ", no more than can be told apart"}
          </li>
        ))}
      </Box>
      {sheet.stairs && <Stairs stairs={sheet.stairs} name={name} />}
      {sheet.left_out && <Typography color="text.secondary">{sheet.left_out}</Typography>}
    </Panel>
  );
}

/** A group of three or more may be stairs: each riser, the odd one named. */
function Stairs({ stairs, name }: { stairs: Schemas["StairsSheet"]; name: string }) {
  return (
    <OnDemand title="These are stairs" draft={`stairs:${name}`}>
      {() => (
        <Panel title="Riser by riser">
          <Typography sx={{ fontWeight: 700 }}>{stairs.says}</Typography>
          <Box component="ol" sx={{ m: 0, mt: 1, pl: 2.5 }}>
            {stairs.risers.map((riser) => (
              <li key={riser.above}>
                {riser.below} to {riser.above}: <strong>{riser.rise}</strong>
                {riser.is_odd && ", the odd one"}
              </li>
            ))}
          </Box>
        </Panel>
      )}
    </OnDemand>
  );
}
