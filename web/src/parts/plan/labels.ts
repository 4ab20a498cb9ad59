import type { Spot } from "./frame";

/** A name to be put on a plan: beside its spot, or on it; dropped where there is no room. */
export type Wanted = {
  key: string;
  at: Spot;
  lines: readonly { text: string; size: number }[];
  /** How far its edge stands from the spot; 0 is in the middle of it. */
  away: number;
  /** Other places it may stand in the middle of, before it is led out. */
  also?: readonly Spot[];
  /** What it belongs to and has no room in: it stands at one of its sides. */
  beside?: Box | undefined;
  /** Written even where it covers another, such as the point one is at. */
  isNeeded?: boolean;
};

/** Where a name came to stand, how its lines are set, and whether a line leads from its spot. */
export type PlacedLabel = Wanted & {
  box: Box;
  anchor: "start" | "middle" | "end";
  isLed: boolean;
};

export type Box = { left: number; top: number; right: number; bottom: number };

/** The letters of the narrow face are this wide, of their size, at most. */
const LETTER = 0.53;
const LEADING = 1.15;
const GAP = 2;

export function sizeOf(lines: Wanted["lines"]): { width: number; height: number } {
  return {
    width: Math.max(...lines.map(({ text, size }) => text.length * size * LETTER)),
    height: lines.reduce((sum, { size }) => sum + size * LEADING, 0),
  };
}

/**
 * Put names on a picture, the first of them first, so that none covers another, a mark, or the
 * edge: each takes the first of the places around its spot that is free; where none is, only its
 * first line is written, or nothing.
 */
export function placeLabels(
  wanted: readonly Wanted[],
  marks: readonly Box[],
  edge: Box,
): PlacedLabel[] {
  const taken = new Grid();
  marks.forEach((box) => taken.add(box));
  const isInside = ({ box }: Candidate) =>
    box.left >= edge.left &&
    box.top >= edge.top &&
    box.right <= edge.right &&
    box.bottom <= edge.bottom;
  return wanted.flatMap((one) => {
    for (const lines of [one.lines, one.lines.slice(0, 1)]) {
      const inside = candidates({ ...one, lines }).filter(isInside);
      const found =
        inside.find(({ box }) => !taken.covers(box)) ?? (one.isNeeded ? inside[0] : undefined);
      if (!found) continue;
      taken.add(found.box);
      return [{ ...one, lines, ...found }];
    }
    return [];
  });
}

type Candidate = Pick<PlacedLabel, "box" | "anchor" | "isLed">;

/** The places around a spot, the likeliest first. */
function candidates({ at, lines, away, also = [], beside }: Wanted): Candidate[] {
  const { width, height } = sizeOf(lines);
  const near = away;
  const boxed = (
    left: number,
    top: number,
    anchor: PlacedLabel["anchor"],
    isLed = false,
  ): Candidate => ({
    box: { left, top, right: left + width, bottom: top + height },
    anchor,
    isLed,
  });
  const inTheMiddle = ({ x, y }: Spot) => boxed(x - width / 2, y - height / 2, "middle");
  if (beside) {
    const clear = { x: width / 2 + BESIDE, y: height / 2 + BESIDE };
    return [
      { x: at.x, y: beside.top - clear.y },
      { x: at.x, y: beside.bottom + clear.y },
      { x: beside.right + clear.x, y: at.y },
      { x: beside.left - clear.x, y: at.y },
    ]
      .map(inTheMiddle)
      .concat(ledOut());
  }
  if (!away) return [at, ...also].map(inTheMiddle).concat(ledOut());
  return [
    boxed(at.x + near, at.y - height / 2, "start"),
    boxed(at.x + near * 0.7, at.y - near * 0.7 - height, "start"),
    boxed(at.x + near * 0.7, at.y + near * 0.7, "start"),
    boxed(at.x - near - width, at.y - height / 2, "end"),
    boxed(at.x - near * 0.7 - width, at.y - near * 0.7 - height, "end"),
    boxed(at.x - near * 0.7 - width, at.y + near * 0.7, "end"),
    boxed(at.x - width / 2, at.y - near - height, "middle"),
    boxed(at.x - width / 2, at.y + near, "middle"),
    ...(also.length ? ledOut() : []),
  ];

  function ledOut(): Candidate[] {
    return FARTHER.flatMap((far) =>
      WAYS_OUT.map(([x, y]) => {
        const [right, down] = [at.x + x * (far + width / 2), at.y + y * (far + height / 2)];
        return boxed(right - width / 2, down - height / 2, "middle", true);
      }),
    );
  }
}

/** How far a name stands off the side of what it belongs to. */
const BESIDE = 3;
/** How far, and which ways, a name is led out of where there is no room for it. */
const FARTHER = [24, 48, 80, 120];
const WAYS_OUT = [
  [0, -1],
  [0, 1],
  [1, -0.7],
  [1, 0.7],
  [-1, -0.7],
  [-1, 0.7],
  [1, 0],
  [-1, 0],
] as const;

const CELL = 48;

/** Boxes by the squares of the picture they lie in, so that thousands are looked up at once. */
class Grid {
  private readonly cells = new Map<string, Box[]>();

  add(box: Box) {
    for (const key of cellsOf(box)) this.cells.set(key, [...(this.cells.get(key) ?? []), box]);
  }

  covers(box: Box): boolean {
    return cellsOf(box).some((key) => this.cells.get(key)?.some((one) => overlap(one, box)));
  }
}

function cellsOf({ left, top, right, bottom }: Box): string[] {
  const keys: string[] = [];
  for (let x = Math.floor(left / CELL); x <= Math.floor(right / CELL); x++)
    for (let y = Math.floor(top / CELL); y <= Math.floor(bottom / CELL); y++)
      keys.push(`${x} ${y}`);
  return keys;
}

function overlap(one: Box, other: Box): boolean {
  return (
    one.left < other.right + GAP &&
    other.left < one.right + GAP &&
    one.top < other.bottom + GAP &&
    other.top < one.bottom + GAP
  );
}

/** The square around a mark that no name may cover. */
export function around({ x, y }: Spot, reach: number): Box {
  return { left: x - reach, top: y - reach, right: x + reach, bottom: y + reach };
}

/** Where an element's name belongs: in the middle of what it encloses, or of its line. */
export function heartOf(spots: readonly Spot[], isClosed: boolean): Spot {
  const [first = { x: 0, y: 0 }] = spots;
  if (!isClosed) {
    const half = Math.floor((spots.length - 1) / 2);
    const [one = first, other = first] = [spots[half], spots[half + 1] ?? spots[half]];
    return { x: (one.x + other.x) / 2, y: (one.y + other.y) / 2 };
  }
  let area = 0;
  let [x, y] = [0, 0];
  spots.forEach((one, i) => {
    const next = spots[(i + 1) % spots.length] ?? first;
    const cross = one.x * next.y - next.x * one.y;
    area += cross;
    x += (one.x + next.x) * cross;
    y += (one.y + next.y) * cross;
  });
  if (Math.abs(area) < 1e-9) return first;
  return { x: x / (3 * area), y: y / (3 * area) };
}
