import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { PegMark, type PegState, STATE_WORDS } from "./Peg";

const STATES: readonly PegState[] = ["not-shot", "on", "high", "low", "close", "in-doubt"];

const GROUND: readonly PegState[] = ["not-shot", "found", "in-doubt"];

/** What the pegs of the plan mean, by shape and word. */
export function Legend({ isGround = false }: { isGround?: boolean }) {
  const states = isGround ? GROUND : STATES;
  return (
    <Stack direction="row" sx={{ flexWrap: "wrap", columnGap: 2, py: 0.5 }}>
      {states.map((state) => (
        <Stack key={state} direction="row" spacing={0.5} sx={{ alignItems: "center" }}>
          <svg width={30} height={30} viewBox="-15 -15 30 30" aria-hidden>
            <PegMark state={state} />
          </svg>
          <Typography variant="body2">{STATE_WORDS[state]}</Typography>
        </Stack>
      ))}
    </Stack>
  );
}
