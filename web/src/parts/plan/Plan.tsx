import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import { type MouseEvent, type ReactNode, useRef } from "react";
import { Area } from "./Area";
import { DensePegs } from "./DensePegs";
import { Handles } from "./Handles";
import { Names, namesOn } from "./Names";
import {
  Control,
  ElementLine,
  Instrument,
  Outline,
  PlacedPeg,
  Proven,
  ScaleBar,
  Track,
  WallMark,
} from "./PlanParts";
import { Picture } from "./Picture";
import type {
  PlanPeg,
  PlanInstrument,
  PlanControl,
  PlanLine,
  PlanArea,
  PlanMark,
  PlanHandle,
  PlanTrack,
} from "./drawn";
import { ZoomButtons } from "./ZoomButtons";
import { type Frame, type Spot, frameOf, heightFor } from "./frame";
import { useView } from "./useView";
import { useHeight, useWidth } from "./useWidth";

const NARROW_PICTURE = 480;
const MANY = 300;
const ENOUGH_TO_ZOOM = 40;
const PICKED_WITHIN = 26;

type Props = {
  label: string;
  outlines: readonly (readonly Spot[])[];
  lines?: readonly PlanLine[];
  pegs?: readonly PlanPeg[];
  /** Something drawn on the ground of the outlines, such as a map. */
  ground?: ((frame: Frame) => ReactNode) | undefined;
  /** Pegs of other elements: small, without names; the picture is not made to hold them. */
  others?: readonly PlanPeg[];
  onPickOther?: ((id: string) => void) | undefined;
  instruments?: readonly PlanInstrument[];
  marks?: readonly PlanMark[];
  areas?: readonly PlanArea[];
  /** The area that is open. */
  chosen?: string | undefined;
  onPickArea?: ((id: string) => void) | undefined;
  controls?: readonly PlanControl[];
  /** A line from point to point, such as a run. */
  track?: PlanTrack;
  current?: string | undefined;
  onPick?: ((id: string) => void) | undefined;
  onPlace?: ((spot: Spot) => void) | undefined;
  handles?: readonly PlanHandle[];
  onDrag?: ((id: number, spot: Spot) => void) | undefined;
  isMetric: boolean;
  height?: number;
  /** Whether it fills what holds it, and answers the wheel. */
  isFilling?: boolean;
};

/** The job drawn to scale from its own elements. */
export function Plan(props: Props) {
  const { outlines, lines = [], pegs = [], marks = [], controls = [], track = [] } = props;
  const { onPlace, handles = [], others = [], areas = [], isFilling = false } = props;
  const holder = useRef<HTMLDivElement>(null);
  const width = useWidth(holder);
  const filled = useHeight(holder, isFilling);
  const margin = !isFilling && (onPlace || handles.length) ? 80 : 44;
  const instruments = width < NARROW_PICTURE && pegs.length ? [] : (props.instruments ?? []);
  const spots = [
    ...outlines.flat(),
    ...lines.flatMap((line) => line.spots),
    ...areas.flatMap((area) => area.lines.flatMap((line) => line.spots)),
    ...pegs.map((peg) => peg.spot),
    ...instruments.map((one) => one.spot),
    ...controls.map((one) => one.spot),
    ...track,
  ];
  const height = filled || heightFor(spots, width, props.height ?? 420, margin);
  const view = useView(frameOf(spots, width, height, margin));
  const { frame, over } = view;
  const inSight = view.isZoomed ? pegs.filter((peg) => view.sees(peg.spot)) : pegs;
  const isDense = inSight.length > MANY;
  const currentLast = [...inSight].sort(
    (a, b) => Number(a.id === props.current) - Number(b.id === props.current),
  );
  const names = namesOn(
    {
      areas,
      pegs: isDense ? [] : inSight,
      others: isDense ? [] : others.map((peg) => peg.spot),
      marks,
      instruments,
      controls,
      current: props.current,
    },
    frame,
    { left: -over.x, top: -over.y, right: width + over.x, bottom: height + over.y },
  );
  const pickNearest = (at: Spot): boolean => {
    const own = isDense ? inSight.map((peg) => ({ peg, pick: props.onPick })) : [];
    const further = others.map((peg) => ({ peg, pick: props.onPickOther }));
    const near = nearestTo(at, [...own, ...further], (one) => frame.toScreen(one.peg.spot));
    near?.pick?.(near.peg.id);
    return near !== undefined;
  };
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    if (view.hasMoved()) return;
    const box = event.currentTarget.getBoundingClientRect();
    const at = { x: event.clientX - box.left - over.x, y: event.clientY - box.top - over.y };
    if (onPlace) return onPlace(frame.toSite(at));
    if (pickNearest(at)) return;
    const area = (event.target as Element).closest("[data-area]")?.getAttribute("data-area");
    if (props.onPickArea) props.onPickArea(area ?? "");
  };
  return (
    <Box
      ref={holder}
      tabIndex={isFilling ? 0 : undefined}
      role={isFilling ? "application" : undefined}
      aria-label={isFilling ? "Plan: + and − zoom, arrow keys move, 0 shows all" : undefined}
      onKeyDown={view.onKeyDown}
      sx={{
        width: "100%",
        ...(isFilling && { height: "100%" }),
        bgcolor: "background.paper",
        position: "relative",
        overflow: "hidden",
      }}
    >
      {(isFilling || pegs.length + others.length > ENOUGH_TO_ZOOM || view.isZoomed) && (
        <Stack sx={{ position: "absolute", top: 8, right: 8, zIndex: 1 }}>
          <ZoomButtons view={view} />
        </Stack>
      )}
      <Picture
        label={props.label}
        width={width}
        height={height}
        view={view}
        isFilling={isFilling}
        isPlacing={onPlace !== undefined}
        onTap={tap}
      >
        {areas.map((area) => (
          <Area
            key={area.id}
            area={area}
            frame={frame}
            isChosen={area.id === props.chosen}
            onPick={props.onPickArea}
          />
        ))}
        {outlines.map((outline, i) => (
          <Outline key={i} outline={outline} frame={frame} />
        ))}
        {props.ground?.(frame)}
        {lines.map((line, i) => (
          <ElementLine key={i} line={line} frame={frame} />
        ))}
        {instruments.map((one) => (
          <Proven key={one.name} instrument={one} frame={frame} />
        ))}
        {track.length > 0 && <Track track={track} frame={frame} />}
        {marks.map((mark) => (
          <WallMark key={mark.name} mark={mark} frame={frame} />
        ))}
        {instruments.map((one) => (
          <Instrument key={one.name} instrument={one} frame={frame} />
        ))}
        {controls.map((one) => (
          <Control key={one.name} control={one} frame={frame} />
        ))}
        {others.length > 0 && <DensePegs pegs={others} current={undefined} frame={frame} />}
        {isDense && <DensePegs pegs={inSight} current={props.current} frame={frame} />}
        {(isDense ? [] : currentLast).map((peg) => (
          <PlacedPeg
            key={peg.id}
            peg={peg}
            frame={frame}
            current={props.current}
            onPick={props.onPick}
          />
        ))}
        <Names names={names} />
        {props.onDrag && <Handles handles={handles} frame={frame} onDrag={props.onDrag} />}
        <ScaleBar frame={frame} isMetric={props.isMetric} />
      </Picture>
    </Box>
  );
}

/** What stands nearest to a tap, if anything is near enough to be meant. */
function nearestTo<One>(at: Spot, all: readonly One[], toScreen: (one: One) => Spot) {
  const away = (one: One) => {
    const { x, y } = toScreen(one);
    return Math.hypot(x - at.x, y - at.y);
  };
  const [first, ...rest] = all;
  if (!first) return undefined;
  const near = rest.reduce((best, one) => (away(one) < away(best) ? one : best), first);
  return away(near) < PICKED_WITHIN ? near : undefined;
}
