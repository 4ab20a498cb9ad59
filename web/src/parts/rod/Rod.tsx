import Box from "@mui/material/Box";
import { memo, useMemo } from "react";
import { NARROW, usePalette } from "../../theme/theme";
import { CLOSE, FAR, type RodSheet, coarseTicksOf, heightOf, ticksOf } from "./scale";

type Flag = { value: number; text: string };

export type RodProps = {
  rod: RodSheet;
  /** The value under the beam, or null while none is known. */
  beam: number | null;
  /** Where the receiver is clamped, or where the height would be right. */
  clamp?: Flag | undefined;
  /** Where the clamp sits when the rod stands on the reference. */
  reference?: Flag | undefined;
  /** What the rod shows after each part of a slide from the reference to the clamp. */
  stops?: readonly number[];
  /** How far to either side of the clamp is still on, in metres. */
  tolerance?: number | undefined;
  height?: number;
  width?: number;
  /** Seen from farther away, so that the reference and the clamp are both in the picture. */
  isFar?: boolean;
  /** Held with its foot up against the point: drawn so, its numbers on their heads. */
  isUpsideDown?: boolean;
  label: string;
};

const STRIP = 64;
const FLAG_FROM = STRIP + 8;

/** The rod as it stands: its own scale, the beam across it, the clamp and what is still on. */
export function Rod(props: RodProps) {
  const { rod, beam, clamp, reference, tolerance = 0, height = 320, width = 168, label } = props;
  const scale = props.isFar ? FAR : CLOSE;
  const palette = usePalette();
  const focus = beam ?? clamp?.value ?? (rod.lowest + rod.highest) / 2;
  const middle = height / 2;
  const turn = props.isUpsideDown ? -1 : 1;
  const shift = middle + turn * heightOf(rod, focus, scale);
  const at = (value: number) => -turn * heightOf(rod, value, scale);
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${height}`}
      sx={{ display: "block", width, height, bgcolor: "background.paper", overflow: "hidden" }}
    >
      <g style={{ transform: `translateY(${shift}px)`, transition: "transform 140ms ease-out" }}>
        <g transform={props.isUpsideDown ? `rotate(180 ${STRIP / 2} 0)` : undefined}>
          <Strip rod={rod} scale={scale} />
        </g>
        {reference && <Stops from={reference.value} stops={props.stops ?? []} at={at} />}
        {clamp && (
          <g transform={`translate(0 ${at(clamp.value)})`}>
            <rect
              x={0}
              y={-Math.max(tolerance * scale, 1.5)}
              width={STRIP + 4}
              height={Math.max(2 * tolerance * scale, 3)}
              fill={palette.peg}
              opacity={0.55}
              style={{ mixBlendMode: "multiply" }}
            />
            <path d={`M${STRIP} 0 l10 -9 h6 v18 h-6 z`} fill={palette.peg} stroke="#15191c" />
            <FlagText flag={clamp} color={palette.text.primary} offset={18} />
          </g>
        )}
        {reference && (
          <g transform={`translate(0 ${at(reference.value)})`}>
            <path
              d={`M${STRIP} 0 h14`}
              stroke={palette.text.primary}
              strokeWidth={2.5}
              strokeDasharray="4 3"
            />
            <FlagText flag={reference} color={palette.text.secondary} offset={18} />
          </g>
        )}
      </g>
      {beam !== null && (
        <path d={`M0 ${middle} H${width}`} stroke={palette.beam} strokeWidth={3} opacity={0.9} />
      )}
    </Box>
  );
}

/** A slide in its parts, each a bracket beside the rod from where the one before ended. */
function Stops({ from, stops, at }: { from: number; stops: readonly number[]; at: At }) {
  const palette = usePalette();
  return stops.map((stop, i) => {
    const [start, end] = [at(stops[i - 1] ?? from), at(stop)];
    const aside = STRIP + 4 + i * 5;
    return (
      <path
        key={stop}
        d={`M${STRIP} ${start}H${aside}V${end}H${STRIP}`}
        fill="none"
        stroke={palette.beam}
        strokeWidth={2}
      />
    );
  });
}

type At = (value: number) => number;

function FlagText({ flag, color, offset }: { flag: Flag; color: string; offset: number }) {
  return (
    <text
      x={FLAG_FROM + offset - 6}
      y={-7}
      fill={color}
      fontFamily={NARROW}
      fontSize={15}
      fontWeight={600}
    >
      {flag.text}
    </text>
  );
}

/** The printed scale; drawn once for a rod, then only moved. */
const Strip = memo(function Strip({ rod, scale }: { rod: RodSheet; scale: number }) {
  const ticks = useMemo(() => (scale < CLOSE ? coarseTicksOf(rod) : ticksOf(rod)), [rod, scale]);
  const top = heightOf(rod, rod.numbering === "down" ? rod.lowest : rod.highest, scale);
  const path = ticks
    .map((one) => `M0 ${-heightOf(rod, one.value, scale)}h${(one.length * STRIP) / 2.4}`)
    .join("");
  return (
    <g>
      <rect x={0} y={-top} width={STRIP} height={top} fill="#fffdf4" stroke="#15191c" />
      <path d={path} stroke="#15191c" strokeWidth={1.1} />
      {ticks
        .filter((one) => one.label)
        .map((one) => (
          <g key={one.value} transform={`translate(0 ${-heightOf(rod, one.value, scale)})`}>
            {one.isMajor && <rect x={30} y={-11} width={STRIP - 32} height={22} fill="#15191c" />}
            <text
              x={STRIP - 5}
              y={one.isMajor ? 6 : 5}
              textAnchor="end"
              fontFamily={NARROW}
              fontWeight={700}
              fontSize={one.isMajor ? 18 : 14}
              fill={one.isMajor ? "#ffc20e" : "#15191c"}
            >
              {one.label}
            </text>
          </g>
        ))}
    </g>
  );
});
