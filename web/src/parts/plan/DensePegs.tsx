import { memo } from "react";
import { usePalette } from "../../theme/theme";
import { type PegState, STATE_WORDS } from "./Peg";
import type { PlanPeg } from "./drawn";
import type { Frame } from "./frame";

/** The shapes of the pegs, small: a point a path, so that thousands are drawn at once. */
const SHAPES: Record<PegState, string> = {
  "not-shot": "m-2 0a2 2 0 1 0 4 0a2 2 0 1 0 -4 0",
  on: "m-3 -3h6v6h-6z",
  high: "m-3 -6h6v6h-6z",
  low: "m-3 0h6v6h-6z",
  close: "m0 -4l4 4l-4 4l-4 -4z",
  "in-doubt": "m-4 -4l8 8m0 -8l-8 8",
  found: "m-4 -3h8l-4 6z",
};

type Props = { pegs: readonly PlanPeg[]; current: string | undefined; frame: Frame };

/** Very many pegs: one shape a state; nearer up each has its name again. */
export const DensePegs = memo(function DensePegs({ pegs, current, frame }: Props) {
  const palette = usePalette();
  const ink: Record<PegState, string> = {
    "not-shot": palette.text.secondary,
    on: palette.on,
    high: palette.high,
    low: palette.low,
    close: palette.text.primary,
    "in-doubt": palette.text.primary,
    found: palette.text.primary,
  };
  const states = Object.keys(SHAPES) as PegState[];
  const at = (peg: PlanPeg) => {
    const { x, y } = frame.toScreen(peg.spot);
    return `M${x.toFixed(1)} ${y.toFixed(1)}`;
  };
  const chosen = pegs.find((peg) => peg.id === current);
  return (
    <g>
      {states.map((state) => {
        const own = pegs.filter((peg) => peg.state === state);
        if (!own.length) return null;
        const isOpen = state === "not-shot" || state === "in-doubt" || state === "close";
        return (
          <path
            key={state}
            role="img"
            aria-label={`${own.length} ${STATE_WORDS[state]}`}
            d={own.map((peg) => at(peg) + SHAPES[state]).join("")}
            fill={isOpen ? "none" : ink[state]}
            stroke={ink[state]}
            strokeWidth={isOpen ? 1.5 : 0}
          />
        );
      })}
      {chosen && (
        <path
          d={`${at(chosen)}m-12 0a12 12 0 1 0 24 0a12 12 0 1 0 -24 0`}
          fill="none"
          stroke={palette.peg}
          strokeWidth={5}
        />
      )}
    </g>
  );
});
