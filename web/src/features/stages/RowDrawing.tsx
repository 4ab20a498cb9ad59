import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useRef } from "react";
import type { Schemas } from "../../api/client";
import { useWidth } from "../../parts/plan/useWidth";
import { NARROW, usePalette } from "../../theme/theme";

type Pier = Schemas["PierLine"];
type Props = { sheet: Schemas["PierSchedule"]; setUp: Schemas["SetUpSheet"] };

const HEIGHT = 300;
const SIDE = 60;
const ABOVE = 34;
const BELOW = 26;
const LEAST_TUBE = 8;

/** A row seen from the side, to scale: ground, holes, tops, the beam across it. */
export function RowDrawing({ sheet, setUp }: Props) {
  const holder = useRef<HTMLDivElement>(null);
  const width = useWidth(holder);
  const palette = usePalette();
  const beam = setUp.line.beam;
  const levels = sheet.piers.flatMap((pier) => levelsOf(pier));
  if (beam) levels.push(Number(beam.metres));
  const high = Math.max(...levels);
  const low = Math.min(...levels, high - 0.5);
  const far = Math.max(...sheet.piers.map((pier) => Number(pier.along.metres)), 0.5);
  const scale = Math.min((width - 2 * SIDE) / far, (HEIGHT - ABOVE - BELOW) / (high - low));
  const x = (along: number) => (width - far * scale) / 2 + along * scale;
  const y = (level: number) => ABOVE + (high - level) * scale;
  const ground = sheet.piers.filter((pier) => pier.ground);
  const tube = Math.max(Number(sheet.diameter.metres) * scale, LEAST_TUBE);
  return (
    <Box ref={holder}>
      <svg
        width={width}
        height={y(low) + BELOW}
        role="img"
        aria-label={`${sheet.name} seen from the side, ${sheet.piers.length} piers`}
        style={{ display: "block" }}
      >
        {ground.length > 1 && (
          <polyline
            points={ground
              .map((pier) => `${x(Number(pier.along.metres))},${y(Number(pier.ground?.metres))}`)
              .join(" ")}
            fill="none"
            stroke={palette.text.secondary}
            strokeWidth={3}
          />
        )}
        {sheet.piers.map((pier) => (
          <PierShape
            key={pier.name}
            pier={pier}
            tube={tube}
            x={x(Number(pier.along.metres))}
            y={y}
          />
        ))}
        {beam && (
          <g>
            <path
              d={`M0 ${y(Number(beam.metres))}H${width}`}
              stroke={palette.beam}
              strokeWidth={2.5}
            />
            <text
              x={6}
              y={y(Number(beam.metres)) - 6}
              fontFamily={NARROW}
              fontSize={14}
              fontWeight={600}
              fill={palette.text.primary}
            >
              beam {beam.text}
            </text>
          </g>
        )}
      </svg>
      <Typography color="text.secondary" variant="body2">
        Gray is the ground, red the top as it was shot; a dashed tube waits for its hole.
      </Typography>
    </Box>
  );
}

function levelsOf(pier: Pier): number[] {
  return [pier.top, pier.seat, pier.ground, pier.bottom].flatMap((level) =>
    level ? [Number(level.metres)] : [],
  );
}

type ShapeProps = { pier: Pier; tube: number; x: number; y: (level: number) => number };

function PierShape({ pier, tube, x, y }: ShapeProps) {
  const palette = usePalette();
  const top = y(Number(pier.top.metres));
  const bottom = pier.bottom ? y(Number(pier.bottom.metres)) : top + 40;
  const seat = y(Number(pier.seat.metres));
  return (
    <g>
      <rect
        x={x - tube / 2}
        y={top}
        width={tube}
        height={Math.max(bottom - top, 1)}
        fill={pier.bottom ? palette.slab : "none"}
        stroke={palette.text.primary}
        strokeWidth={2}
        strokeDasharray={pier.bottom ? undefined : "5 4"}
      />
      {seat < top && (
        <path
          d={`M${x} ${top}V${seat}M${x - 9} ${seat}h18`}
          stroke={palette.text.primary}
          strokeWidth={3}
        />
      )}
      {pier.ground && (
        <path
          d={`M${x - tube / 2 - 8} ${y(Number(pier.ground.metres))}h${tube + 16}`}
          stroke={palette.text.secondary}
          strokeWidth={3}
        />
      )}
      {pier.shot_top && (
        <path
          d={`M${x - tube / 2 - 5} ${y(Number(pier.shot_top.metres))}h${tube + 10}`}
          stroke={palette.high}
          strokeWidth={3}
        />
      )}
      <text
        x={x}
        y={bottom + 18}
        textAnchor="middle"
        fontFamily={NARROW}
        fontSize={14}
        fontWeight={700}
        fill={palette.text.primary}
      >
        {pier.name}
      </text>
    </g>
  );
}
