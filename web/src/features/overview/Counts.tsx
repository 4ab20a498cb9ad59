import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";

/** How far a floor's stone is, in words. */
export function Counts({ floor }: { floor: Schemas["FloorPlan"] }) {
  const { counts } = floor;
  const parts = [
    `${counts.points - counts.not_shot} of ${counts.points} shot`,
    `${counts.on} on`,
    `${counts.high} high`,
    `${counts.low} low`,
    ...(counts.close ? [`${counts.close} too close to call`] : []),
    ...(counts.close ? [`${counts.counted_on} count as on`] : []),
    ...(counts.in_doubt ? [`${counts.in_doubt} in doubt`] : []),
    ...(counts.thin ? [`${counts.thin} thin`] : []),
  ];
  return (
    <Typography sx={{ mb: 1 }}>
      {parts.join(" · ")} · top of slab {floor.top_of_slab.text}, stone at {floor.sub_base.text}
    </Typography>
  );
}
