import { NARROW, usePalette } from "../../theme/theme";
import type { PlanArea, PlanControl, PlanInstrument, PlanMark, PlanPeg } from "./drawn";
import type { Frame, Spot } from "./frame";
import {
  type Box,
  type PlacedLabel,
  type Wanted,
  around,
  heartOf,
  placeLabels,
  sizeOf,
} from "./labels";

const PEG = 13;
const CURRENT = 21;
const SIGN = 12;
const HANDLE = 11;
const BESIDE_A_LINE = 7;
const NAME = 13;
const AREA = 15;
const TEXT = 12;

type Named = {
  areas: readonly PlanArea[];
  pegs: readonly PlanPeg[];
  /** Where smaller marks stand that have no names of their own. */
  others: readonly Spot[];
  marks: readonly PlanMark[];
  instruments: readonly PlanInstrument[];
  controls: readonly PlanControl[];
  current: string | undefined;
};

/** All that is named on a plan, where its name has room. */
export function namesOn(named: Named, frame: Frame, edge: Box): PlacedLabel[] {
  const at = frame.toScreen;
  const { pegs, current } = named;
  const ordered = [...pegs].sort((a, b) => Number(b.id === current) - Number(a.id === current));
  const beside = (key: string, spot: Spot, name: string, away = PEG + 2): Wanted => ({
    key,
    at: at(spot),
    lines: [{ text: name, size: NAME }],
    away,
  });
  const wanted: Wanted[] = [
    ...ordered
      .filter((peg) => peg.id === current)
      .map((peg) => ({ ...pegName(peg, at(peg.spot), CURRENT), isNeeded: true })),
    ...named.controls.map((one) => beside(`control ${one.name}`, one.spot, one.name)),
    ...named.instruments.map((one) =>
      beside(`instrument ${one.name}`, one.spot, one.name, SIGN + 4),
    ),
    ...named.areas.flatMap((area) => areaName(area, at)),
    ...named.marks.map((one) => beside(`mark ${one.name}`, one.spot, one.name)),
    ...ordered.filter((peg) => peg.id !== current).map((peg) => pegName(peg, at(peg.spot), PEG)),
  ];
  const boxes = [
    ...pegs.map((peg) => around(at(peg.spot), peg.id === current ? CURRENT : PEG)),
    ...named.others.map((spot) => around(at(spot), 4)),
    ...named.controls.map((one) => around(at(one.spot), SIGN)),
    ...named.instruments.map((one) => around(at(one.spot), SIGN + 2)),
    ...named.marks.map((one) => around(at(one.spot), HANDLE)),
  ];
  return placeLabels(wanted, boxes, edge);
}

function pegName(peg: PlanPeg, at: Spot, reach: number): Wanted {
  return {
    key: `peg ${peg.id}`,
    at,
    lines: [{ text: peg.name, size: NAME }, ...(peg.text ? [{ text: peg.text, size: TEXT }] : [])],
    away: reach + 2,
  };
}

/** An element's name and level stand in its first part where they have room, else beside it. */
function areaName(area: PlanArea, at: (spot: Spot) => Spot): Wanted[] {
  const [first] = area.lines;
  if (!first?.spots.length || area.isFaint) return [];
  const spots = first.spots.map(at);
  const heart = heartOf(spots, first.isClosed);
  const lines = [
    { text: area.name, size: AREA },
    ...(area.level ? [{ text: area.level, size: TEXT }] : []),
  ];
  const wanted = { key: `area ${area.id}`, at: heart, lines, away: 0 };
  if (!first.isClosed) return [{ ...wanted, away: BESIDE_A_LINE, also: [heart] }];
  const own = sizeOf(lines);
  const xs = spots.map(({ x }) => x);
  const ys = spots.map(({ y }) => y);
  const box = {
    left: Math.min(...xs),
    top: Math.min(...ys),
    right: Math.max(...xs),
    bottom: Math.max(...ys),
  };
  const hasRoom = own.width < box.right - box.left && own.height < box.bottom - box.top;
  return [
    {
      ...wanted,
      also: hasRoom ? towardEdges(spots, heart) : [],
      beside: hasRoom ? undefined : box,
    },
  ];
}

/** Places half-way from a shape's middle to the middle of each of its edges. */
function towardEdges(spots: readonly Spot[], heart: Spot): Spot[] {
  return spots.map((one, i) => {
    const next = spots[(i + 1) % spots.length] ?? one;
    return { x: (one.x + next.x + 2 * heart.x) / 4, y: (one.y + next.y + 2 * heart.y) / 4 };
  });
}

/** The names as they were placed; for eyes alone, each mark says its own to a reader. */
export function Names({ names }: { names: readonly PlacedLabel[] }) {
  const palette = usePalette();
  return (
    <g aria-hidden style={{ pointerEvents: "none" }}>
      {names.map(({ key, at, box, anchor, lines, isLed }) => {
        const x = { start: box.left, middle: (box.left + box.right) / 2, end: box.right }[anchor];
        let y = box.top;
        return (
          <g key={key} data-name={key} fontFamily={NARROW}>
            {isLed && (
              <path
                d={`M${at.x} ${at.y}L${nearestOf(box, at)}`}
                stroke={palette.text.secondary}
                strokeWidth={1.2}
              />
            )}
            {lines.map(({ text, size }, i) => {
              y += size * 1.15;
              return (
                <text
                  key={text}
                  x={x}
                  y={y - size * 0.28}
                  fontSize={size}
                  fontWeight={i === 0 ? 700 : 600}
                  textAnchor={anchor}
                  fill={i === 0 ? palette.text.primary : palette.text.secondary}
                  stroke={palette.slab}
                  strokeWidth={3}
                  paintOrder="stroke"
                >
                  {text}
                </text>
              );
            })}
          </g>
        );
      })}
    </g>
  );
}

/** Where on a box's edge a line from a spot ends. */
function nearestOf({ left, top, right, bottom }: Box, { x, y }: Spot): string {
  const within = (low: number, high: number, to: number) => Math.min(Math.max(low, to), high);
  return `${within(left, right, x)} ${within(top, bottom, y)}`;
}
