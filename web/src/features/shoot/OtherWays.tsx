import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { useKept } from "../../parts/drafts";
import { wayFrom, waysOf } from "../../parts/ways";

type Props = { target: Schemas["PointTarget"] | undefined; known: string };

/** How this point's height is set: the way one works first, the others one tap away. */
export function OtherWays({ target, known }: Props) {
  const [kept] = useKept("way-first", "clamp");
  if (!target) return null;
  const { ways, obstacle } = target;
  const [first, ...others] = ways ? waysOf(ways, known, wayFrom(kept)) : [];
  return (
    <Box>
      {obstacle && (
        <Typography sx={{ borderLeft: 6, borderColor: "peg", pl: 1 }}>
          <strong>{obstacle.why}</strong> {obstacle.ways_out.join(" ")}
        </Typography>
      )}
      {first && (
        <Box component="details">
          <Box component="summary" sx={{ minHeight: 48, py: 1.5, cursor: "pointer" }}>
            To set it: {first.name.toLowerCase()} <strong>{first.says}</strong>
          </Box>
          {others.map((way) => (
            <Typography key={way.key}>
              {way.name}: <strong>{way.says}</strong>
            </Typography>
          ))}
        </Box>
      )}
    </Box>
  );
}
