import type { KeyboardEvent, MouseEvent, ReactNode } from "react";
import { NARROW, usePalette } from "../../theme/theme";
import { PegMark, STATE_WORDS } from "./Peg";
import type { PlanControl, PlanInstrument, PlanLine, PlanPeg, PlanTrack } from "./drawn";
import { type Frame, type Spot, scaleBar } from "./frame";

export function Outline({ outline, frame }: { outline: readonly Spot[]; frame: Frame }) {
  const palette = usePalette();
  const points = outline.map(frame.toScreen).map(({ x, y }) => `${x},${y}`);
  return (
    <polygon
      points={points.join(" ")}
      fill={palette.slab}
      stroke={palette.text.secondary}
      strokeWidth={1.5}
      strokeLinejoin="round"
    />
  );
}

function At({ spot, frame, children }: { spot: Spot; frame: Frame; children: ReactNode }) {
  const { x, y } = frame.toScreen(spot);
  return <g transform={`translate(${x} ${y})`}>{children}</g>;
}

export function PlacedPeg(props: {
  peg: PlanPeg;
  frame: Frame;
  current?: string | undefined;
  onPick?: ((id: string) => void) | undefined;
}) {
  const { peg, frame, current, onPick } = props;
  const words = `${peg.name}, ${STATE_WORDS[peg.state]}${peg.text ? `, ${peg.text}` : ""}`;
  const pick = (event: MouseEvent | KeyboardEvent) => {
    event.stopPropagation();
    onPick?.(peg.id);
  };
  return (
    <At spot={peg.spot} frame={frame}>
      <g
        role={onPick ? "button" : "img"}
        aria-label={`${words}${peg.thin ? ", thin" : ""}`}
        aria-current={peg.id === current}
        tabIndex={onPick ? 0 : undefined}
        onClick={onPick ? pick : undefined}
        onKeyDown={(event) => event.key === "Enter" && pick(event)}
        style={{ cursor: onPick ? "pointer" : "inherit" }}
      >
        <circle r={22} fill="transparent" />
        <PegMark state={peg.state} thin={peg.thin ?? false} isCurrent={peg.id === current} />
      </g>
    </At>
  );
}

export function WallMark(props: {
  mark: { name: string; spot: Spot; isCorner: boolean; isBlocked: boolean };
  frame: Frame;
}) {
  const { mark, frame } = props;
  const palette = usePalette();
  return (
    <At spot={mark.spot} frame={frame}>
      <g role="img" aria-label={`mark ${mark.name}${mark.isBlocked ? ", out of reach" : ""}`}>
        <path
          d={mark.isCorner ? "M-8 -8H8V8H-8Z" : "M0 -9L9 0L0 9L-9 0Z"}
          fill={mark.isBlocked ? palette.background.paper : palette.peg}
          stroke={palette.text.primary}
          strokeWidth={2}
        />
        {mark.isBlocked && <path d="M-7 -7L7 7" stroke={palette.high} strokeWidth={3} />}
      </g>
    </At>
  );
}

export function Instrument({ instrument, frame }: { instrument: PlanInstrument; frame: Frame }) {
  const palette = usePalette();
  const ink = instrument.isCurrent ? palette.beam : palette.text.secondary;
  return (
    <At spot={instrument.spot} frame={frame}>
      <g role="img" aria-label={`instrument, ${instrument.name}`}>
        <path d="M0 0L-10 13M0 0L10 13M0 0V-14" stroke={ink} strokeWidth={3} />
        <circle r={6} fill={ink} />
      </g>
    </At>
  );
}

/** The ground a kit can prove the tolerance on, around where it stands. */
export function Proven({ instrument, frame }: { instrument: PlanInstrument; frame: Frame }) {
  const palette = usePalette();
  if (!instrument.proves) return null;
  const { x, y } = frame.toScreen(instrument.spot);
  const radius = instrument.proves * frame.scale;
  const farthest = Math.hypot(Math.max(x, frame.width - x), Math.max(y, frame.height - y));
  if (radius > farthest) return null;
  return (
    <circle
      cx={x}
      cy={y}
      r={radius}
      fill={palette.on}
      fillOpacity={0.08}
      stroke={palette.on}
      strokeWidth={2}
      strokeDasharray="8 5"
      role="img"
      aria-label={`up to here ${instrument.name} can prove the tolerance`}
    />
  );
}

export function Track({ track, frame }: { track: PlanTrack; frame: Frame }) {
  const palette = usePalette();
  const at = track.map(frame.toScreen);
  const points = at.map(({ x, y }) => `${x},${y}`);
  const [first] = at;
  if (first && at.length === 1)
    return <circle cx={first.x} cy={first.y} r={6} fill={palette.beam} />;
  return (
    <polyline
      points={points.join(" ")}
      fill="none"
      stroke={palette.beam}
      strokeWidth={2}
      strokeDasharray="7 4"
    />
  );
}

export function Control({ control, frame }: { control: PlanControl; frame: Frame }) {
  const palette = usePalette();
  return (
    <At spot={control.spot} frame={frame}>
      <g
        role="img"
        aria-label={`${control.isTurn ? "turning point" : "benchmark"} ${control.name}`}
      >
        <path
          d={control.isTurn ? "M0 9L-10 -7H10Z" : "M-10 -7H10L0 9Z"}
          fill={control.isTurn ? palette.background.paper : palette.peg}
          stroke={palette.text.primary}
          strokeWidth={2}
          transform={control.isTurn ? "rotate(180)" : undefined}
        />
      </g>
    </At>
  );
}

export function ScaleBar({ frame, isMetric }: { frame: Frame; isMetric: boolean }) {
  const palette = usePalette();
  const bar = scaleBar(frame, isMetric);
  return (
    <g transform={`translate(14 ${frame.height - 12})`} aria-hidden>
      <path
        d={`M0 -5V0H${bar.pixels}V-5`}
        fill="none"
        stroke={palette.text.primary}
        strokeWidth={2}
      />
      <text x={bar.pixels + 6} y={2} fontSize={12} fontFamily={NARROW} fill={palette.text.primary}>
        {bar.text}
      </text>
    </g>
  );
}

/** A stretch of an element: its outline or its line; faint where it is only there to show where. */
export function ElementLine({ line, frame }: { line: PlanLine; frame: Frame }) {
  const palette = usePalette();
  const points = line.spots.map(frame.toScreen).map(({ x, y }) => `${x},${y}`);
  const Shape = line.isClosed ? "polygon" : "polyline";
  return (
    <Shape
      points={points.join(" ")}
      fill={line.isClosed && !line.isFaint ? palette.peg : "none"}
      fillOpacity={0.16}
      stroke={line.isFaint ? palette.divider : palette.text.primary}
      strokeWidth={line.isFaint ? 1.5 : 2}
      strokeDasharray={line.isFaint ? "6 5" : undefined}
      strokeLinejoin="round"
    />
  );
}
