import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";

/** How far points are, in words. */
export function countWords(counts: Schemas["PegCounts"]): string {
  return [
    `${counts.points - counts.not_shot} of ${counts.points} shot`,
    `${counts.on} on`,
    `${counts.high} high`,
    `${counts.low} low`,
    ...(counts.close ? [`${counts.close} too close to call`] : []),
    ...(counts.close ? [`${counts.counted_on} count as on`] : []),
    ...(counts.in_doubt ? [`${counts.in_doubt} in doubt`] : []),
    ...(counts.thin ? [`${counts.thin} thin`] : []),
  ].join(" · ");
}

/** How far a floor's stone is, in words. */
export function Counts({ floor }: { floor: Schemas["FloorPlan"] }) {
  return (
    <Typography sx={{ mb: 1 }}>
      {countWords(floor.counts)} · top of slab {floor.top_of_slab.text}, stone at{" "}
      {floor.sub_base.text}
    </Typography>
  );
}
