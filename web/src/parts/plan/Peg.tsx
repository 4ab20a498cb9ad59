import type { Schemas } from "../../api/client";
import { NARROW, usePalette } from "../../theme/theme";

export type PegState = Schemas["PegStateEnum"];

export const STATE_WORDS: Record<PegState, string> = {
  "not-shot": "not shot",
  on: "on",
  high: "high",
  low: "low",
  close: "too close to call",
  "in-doubt": "in doubt",
  found: "found",
};

type Props = { state: PegState; thin?: boolean; isCurrent?: boolean };

/**
 * A peg against its string line: standing above it (high), driven below it (low), flush (on),
 * broken around (too close to call), crossed out (in doubt), or an empty hole (not shot). Ground
 * that is only found out is a spike in it.
 * Told apart by shape; color only helps.
 */
export function PegMark({ state, thin = false, isCurrent = false }: Props) {
  const palette = usePalette();
  const ink = palette.text.primary;
  return (
    <g>
      {isCurrent && (
        <>
          <circle r={16} fill="none" stroke={ink} strokeWidth={8} />
          <circle r={16} fill="none" stroke={palette.peg} strokeWidth={5} />
        </>
      )}
      {state === "not-shot" && (
        <circle r={7} fill={palette.background.paper} stroke={ink} strokeWidth={2} />
      )}
      {state === "on" && <rect x={-6} y={-6} width={12} height={12} rx={6} fill={palette.on} />}
      {state === "high" && <rect x={-6} y={-14} width={12} height={14} fill={palette.high} />}
      {state === "low" && <rect x={-6} y={0} width={12} height={14} fill={palette.low} />}
      {state === "close" && (
        <rect
          x={-6}
          y={-6}
          width={12}
          height={12}
          rx={6}
          fill={palette.background.paper}
          stroke={ink}
          strokeWidth={2}
          strokeDasharray="3 2.2"
        />
      )}
      {state === "in-doubt" && <Doubt />}
      {state === "found" && <path d="M-8 -9H8L0 11Z" fill={ink} />}
      {state !== "not-shot" && state !== "in-doubt" && state !== "found" && (
        <path d="M-13 0H13" stroke={ink} strokeWidth={2.5} strokeLinecap="round" />
      )}
      {thin && (
        <text
          y={state === "low" ? -8 : 29}
          textAnchor="middle"
          fontFamily={NARROW}
          fontWeight={700}
          fontSize={12}
          fill={palette.high}
        >
          THIN
        </text>
      )}
    </g>
  );
}

/** A question mark over a crossed-out peg. */
function Doubt() {
  const palette = usePalette();
  return (
    <g>
      <path
        d="M-9 -9L9 9M9 -9L-9 9"
        stroke={palette.text.primary}
        strokeWidth={3.5}
        strokeLinecap="round"
      />
      <circle r={8} fill={palette.background.paper} stroke={palette.text.primary} strokeWidth={2} />
      <text
        y={5}
        textAnchor="middle"
        fontFamily={NARROW}
        fontWeight={700}
        fontSize={14}
        fill={palette.text.primary}
      >
        ?
      </text>
    </g>
  );
}
