import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import type { MouseEvent } from "react";
import type { Sheet } from "./usePractice";

type Props = {
  sheet: Sheet;
  isPlacing: boolean;
  onPlace: (x: number, y: number) => void;
  onSpot: (name: string) => void;
};

const MARGIN = 1;

/** The site from above: where the instrument stands, where a rod can be stood, what is in between. */
export function SitePlan({ sheet, isPlacing, onPlace, onSpot }: Props) {
  const { palette } = useTheme();
  const { length, width } = sheet;
  const small = Math.max(length, width) / 26;
  const place = (event: MouseEvent<SVGSVGElement>) => {
    if (!isPlacing) return;
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      event.currentTarget.getScreenCTM()?.inverse(),
    );
    onPlace(point.x, width - point.y);
  };
  return (
    <Box
      component="svg"
      viewBox={`${-MARGIN} ${-MARGIN} ${length + 2 * MARGIN} ${width + 2 * MARGIN}`}
      onClick={place}
      aria-label="Plan of the site"
      role="group"
      sx={{
        width: "100%",
        maxHeight: 440,
        bgcolor: "background.paper",
        cursor: isPlacing ? "crosshair" : "default",
      }}
    >
      <rect
        width={length}
        height={width}
        fill={palette.slab}
        stroke={palette.text.secondary}
        strokeWidth={small / 10}
        strokeDasharray={isPlacing ? `${small / 2} ${small / 3}` : undefined}
      />
      {sheet.floor.length > 0 && (
        <path
          d={`M${sheet.floor.map(({ x, y }) => `${x} ${width - y}`).join("L")}Z`}
          fill={palette.background.paper}
          stroke={palette.text.secondary}
          strokeWidth={small / 12}
        />
      )}
      {sheet.walls.map((wall) => (
        <path
          key={`${wall.x} ${wall.y}`}
          d={`M${wall.x} ${width - wall.y}L${wall.to_x} ${width - wall.to_y}`}
          stroke={palette.text.primary}
          strokeWidth={small / 2}
        />
      ))}
      {sheet.stand && (
        <Tripod
          x={sheet.stand.x}
          y={width - sheet.stand.y}
          size={small}
          color={palette.beam}
          ink={palette.text.primary}
        />
      )}
      {sheet.spots.map((spot) => (
        <Spot
          key={spot.name}
          x={spot.x}
          y={width - spot.y}
          spot={spot}
          size={small}
          hasRod={sheet.rod.spot === spot.name}
          isAtEnd={spot.x > 0.8 * length}
          onChoose={isPlacing ? undefined : () => onSpot(spot.name)}
        />
      ))}
    </Box>
  );
}

type TripodProps = { x: number; y: number; size: number; color: string; ink: string };

function Tripod({ x, y, size, color, ink }: TripodProps) {
  const legs = [90, 210, 330].map((angle) => {
    const turn = (angle * Math.PI) / 180;
    return `M${x} ${y}l${size * Math.cos(turn)} ${size * Math.sin(turn)}`;
  });
  return (
    <g aria-label="The instrument" role="img">
      <path d={legs.join("")} stroke={ink} strokeWidth={size / 6} />
      <circle cx={x} cy={y} r={size / 2.4} fill={color} stroke={ink} strokeWidth={size / 12} />
    </g>
  );
}

type SpotProps = {
  x: number;
  y: number;
  size: number;
  spot: Sheet["spots"][number];
  hasRod: boolean;
  isAtEnd: boolean;
  onChoose: (() => void) | undefined;
};

function Spot({ x, y, size, spot, hasRod, isAtEnd, onChoose }: SpotProps) {
  const { palette } = useTheme();
  const ink = palette.text.primary;
  return (
    <g
      role="button"
      tabIndex={onChoose ? 0 : -1}
      aria-label={`Carry the rod to ${spot.name}`}
      aria-pressed={hasRod}
      onClick={onChoose}
      onKeyDown={(event) => (event.key === "Enter" || event.key === " ") && onChoose?.()}
      style={{ cursor: onChoose ? "pointer" : "inherit" }}
    >
      <circle cx={x} cy={y} r={size * 1.3} fill="transparent" />
      {spot.is_known ? (
        <path
          d={`M${x} ${y - size * 0.7}l${size * 0.7} ${size * 1.2}h${-size * 1.4}z`}
          fill={palette.peg}
          stroke={ink}
          strokeWidth={size / 10}
        />
      ) : (
        <rect
          x={x - size / 2}
          y={y - size / 2}
          width={size}
          height={size}
          fill={hasRod ? palette.peg : palette.background.paper}
          stroke={ink}
          strokeWidth={size / 10}
        />
      )}
      {hasRod && (
        <circle
          cx={x}
          cy={y}
          r={size * 1.1}
          fill="none"
          stroke={palette.beam}
          strokeWidth={size / 5}
        />
      )}
      <text
        x={x + (isAtEnd ? -1.2 : 1.2) * size}
        y={y - size * 0.5}
        textAnchor={isAtEnd ? "end" : "start"}
        fontSize={size * 1.1}
        fontWeight={700}
        fill={ink}
      >
        {spot.name}
      </text>
    </g>
  );
}
