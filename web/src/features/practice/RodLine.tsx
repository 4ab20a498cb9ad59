import type { Sensed } from "./usePractice";

/** How wide a rod is drawn, and how long each size of line. */
export const ROD_WIDTH = 120;
const LONG = [26, 38, 52, 74] as const;

type Props = { line: Sensed["lines"][number]; x: number; y: number };

/** A line on a rod, from its edge inward, with its number if it has one. */
export function RodLine({ line, x, y }: Props) {
  return (
    <g>
      <path
        d={`M${x} ${y}H${x - (LONG[line.size] ?? 0)}`}
        stroke="#14171a"
        strokeWidth={line.size === 3 ? 2.5 : 1.5}
      />
      {line.number && (
        <text
          x={x - ROD_WIDTH + 8}
          y={y}
          dominantBaseline="central"
          fill={line.is_whole ? "#b3001b" : "#14171a"}
          fontSize={line.is_whole ? 40 : 27}
          fontWeight={700}
        >
          {line.number}
        </text>
      )}
    </g>
  );
}
