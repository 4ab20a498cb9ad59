import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { usePalette } from "../../theme/theme";
import { SKETCHES } from "./drawings";
import glossary from "./glossary.json";

export type TermKey = string;

export const TERMS = new Map(glossary.map((term) => [term.key, term]));

/** A word of the trade: what it is called, what it means, and how it looks. */
export function Term({ of }: { of: TermKey }) {
  const term = TERMS.get(of);
  if (!term) return null;
  return (
    <Stack direction="row" spacing={1.5} sx={{ alignItems: "flex-start" }}>
      <Sketched of={of} />
      <Box>
        <Typography variant="h3" component="h2">
          {term.word}
          {term.short && `, ${term.short}`}
        </Typography>
        <Typography>{term.means}</Typography>
      </Box>
    </Stack>
  );
}

function Sketched({ of }: { of: TermKey }) {
  const palette = usePalette();
  const sketch = SKETCHES[of];
  if (!sketch) return null;
  return (
    <svg width={80} height={50} viewBox="0 0 80 50" aria-hidden style={{ flexShrink: 0 }}>
      {sketch.own && (
        <path
          d={sketch.own}
          fill={palette.peg}
          stroke={palette.text.primary}
          strokeWidth={2}
          strokeLinejoin="round"
        />
      )}
      <path d={sketch.around} fill="none" stroke={palette.text.primary} strokeWidth={2} />
      {sketch.beam && (
        <path
          d={sketch.beam}
          fill="none"
          stroke={palette.beam}
          strokeWidth={2.5}
          strokeDasharray="6 3"
        />
      )}
    </svg>
  );
}
