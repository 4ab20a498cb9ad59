import Box from "@mui/material/Box";
import type { Schemas } from "../../api/client";
import { NARROW, usePalette } from "../../theme/theme";

type Props = {
  spots: readonly Schemas["RunSpot"][];
  lines: readonly Schemas["RunLine"][];
};

const WIDTH = 520;
const HEIGHT = 300;
const EDGE = 48;

/** The run from the side: points, beams, and the ground between; heights exaggerated. */
export function Profile({ spots, lines }: Props) {
  const palette = usePalette();
  const long = Math.max(...spots.map((spot) => spot.along), 1);
  const high = Math.max(...spots.map((spot) => spot.height ?? 0), 0.5);
  const x = (along: number) => EDGE + (along / long) * (WIDTH - 2 * EDGE);
  const y = (height: number) => HEIGHT - 60 - (height / high) * (HEIGHT - 130);
  const points = spots.filter((spot) => spot.kind !== "set-up" && spot.height !== null);
  const ground = points.map((spot) => `${x(spot.along)},${y(spot.height ?? 0)}`).join(" ");
  return (
    <Box
      component="svg"
      role="img"
      aria-label="The run in profile, heights exaggerated"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      sx={{ width: "100%", display: "block", bgcolor: "slab" }}
    >
      <polyline points={ground} fill="none" stroke={palette.text.secondary} strokeWidth={2} />
      {spots.map((spot, i) => {
        if (spot.kind !== "set-up" || spot.height === null) return null;
        const before = spots[i - 1];
        const after = spots[i + 1];
        const beam = y(spot.height);
        return (
          <g key={`${spot.name} ${i}`}>
            <path
              d={`M${x(before?.along ?? spot.along)} ${beam}H${x(after?.along ?? spot.along)}`}
              stroke={palette.beam}
              strokeWidth={2.5}
            />
            <circle cx={x(spot.along)} cy={beam} r={6} fill={palette.text.primary} />
            <Text x={x(spot.along)} y={beam - 10}>
              {spot.name}
            </Text>
          </g>
        );
      })}
      {points.map((spot, i) => {
        const line = lines[i];
        return (
          <g key={`${spot.name} ${i}`}>
            <path
              d={`M${x(spot.along)} ${y(spot.height ?? 0)}l-8 -13h16z`}
              fill={spot.kind === "turn" ? palette.background.paper : palette.peg}
              stroke={palette.text.primary}
              strokeWidth={2}
            />
            <Text x={x(spot.along)} y={y(spot.height ?? 0) + 18}>
              {spot.name}
            </Text>
            <Text x={x(spot.along)} y={y(spot.height ?? 0) + 34} isQuiet>
              {line?.adjusted || line?.elevation || ""}
            </Text>
          </g>
        );
      })}
    </Box>
  );
}

type TextProps = { x: number; y: number; isQuiet?: boolean; children: string };

function Text({ x, y, isQuiet = false, children }: TextProps) {
  const palette = usePalette();
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      fontFamily={NARROW}
      fontWeight={600}
      fontSize={14}
      fill={isQuiet ? palette.text.secondary : palette.text.primary}
      stroke={palette.slab}
      strokeWidth={3}
      paintOrder="stroke"
    >
      {children}
    </text>
  );
}
