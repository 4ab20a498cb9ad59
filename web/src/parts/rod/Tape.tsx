import Box from "@mui/material/Box";
import { NARROW, usePalette } from "../../theme/theme";
import { CLOSE, type RodSheet, coarseTicksOf, ticksOf } from "./scale";

type Props = {
  rod: RodSheet;
  /** How far the point is from the beam, in metres; null while nobody said. */
  distance: number | null;
  isUp: boolean;
  height: number;
  width: number;
  label: string;
};

const STRIP = 30;
const END = 34;
const SHOWN_WITHOUT = 0.3;

/** A tape from the beam, its zero on the beam, and the point at its end. */
export function Tape({ rod, distance, isUp, height, width, label }: Props) {
  const palette = usePalette();
  const length = Math.max(distance ?? 0, SHOWN_WITHOUT * 0.4);
  const scale = Math.min(CLOSE, (height - 2 * END) / length);
  const away = (value: number) => (isUp ? -1 : 1) * value * scale;
  const beam = isUp ? height - END : END;
  const tape: RodSheet = { ...rod, numbering: "up", lowest: 0, highest: length };
  const ticks = scale < CLOSE ? coarseTicksOf(tape) : ticksOf(tape);
  const shown = scale < CLOSE / 4 ? ticks.filter((one) => one.isMajor) : ticks;
  const end = beam + away(length);
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${height}`}
      sx={{ display: "block", width, height, bgcolor: "background.paper", overflow: "hidden" }}
    >
      <rect
        x={0}
        y={Math.min(beam, end)}
        width={STRIP}
        height={Math.abs(end - beam)}
        fill="#fffdf4"
        stroke="#15191c"
      />
      {shown.map((one) => (
        <g key={one.value} transform={`translate(0 ${beam + away(one.value)})`}>
          <path d={`M0 0h${one.length * (STRIP / 2)}`} stroke="#15191c" strokeWidth={1.1} />
          {one.label && (
            <text x={STRIP + 4} y={4} fontFamily={NARROW} fontSize={13} fill={palette.text.primary}>
              {one.label}
            </text>
          )}
        </g>
      ))}
      <path d={`M0 ${beam}H${width}`} stroke={palette.beam} strokeWidth={3} opacity={0.9} />
      <text
        x={width - 4}
        y={isUp ? beam + 16 : beam - 7}
        textAnchor="end"
        fontFamily={NARROW}
        fontSize={14}
        fill={palette.text.secondary}
      >
        beam
      </text>
      {distance !== null && (
        <path d={`M0 ${end}h${width}`} stroke={palette.text.primary} strokeWidth={4} />
      )}
    </Box>
  );
}
