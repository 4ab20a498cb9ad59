import { useRef } from "react";
import { usePalette } from "../../theme/theme";
import { type Moving, RAIL, type Row } from "./row";
import { type Placed, between } from "./spread";

type Props = { moving: Moving; placed: readonly Placed<Row>[]; perPixel: number };

/** The mark of a finished level, dragged along the rail; where it goes is drawn beside it. */
export function MovingLevel({ moving, placed, perPixel }: Props) {
  const palette = usePalette();
  const from = useRef<{ y: number; by: number }>(undefined);
  const own = placed.find(({ one }) => one.rungs.some(({ key }) => key === moving.key));
  if (!own) return null;
  const by = moving.metres - own.one.metres;
  const y = by ? between(placed, moving.metres) : own.y;
  return (
    <g data-moving={y}>
      {by !== 0 && (
        <line
          x1={RAIL - 26}
          x2={RAIL + 22}
          y1={y}
          y2={y}
          stroke={palette.text.primary}
          strokeWidth={3}
        />
      )}
      <g
        transform={`translate(${RAIL} ${y})`}
        role="img"
        aria-label="drag the finished level"
        style={{ cursor: "ns-resize", touchAction: "none" }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          from.current = { y: event.clientY, by };
        }}
        onPointerMove={(event) => {
          if (!from.current) return;
          moving.onDrag(from.current.by - (event.clientY - from.current.y) * perPixel);
        }}
        onPointerUp={() => (from.current = undefined)}
        onPointerCancel={() => (from.current = undefined)}
      >
        <circle r={24} fill="transparent" />
        <path
          d="M-10 -11h20v14l-10 12-10-12z"
          fill={palette.peg}
          stroke={palette.text.primary}
          strokeWidth={2}
        />
      </g>
    </g>
  );
}
