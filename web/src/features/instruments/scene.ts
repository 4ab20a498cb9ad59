import type { MethodKey } from "./methods";

export type Scene = {
  /** Where things stand along the ground, in metres from the left. */
  posts: readonly { name: string; at: number }[];
  stands: readonly { name: string; at: number }[];
  /** Beams from a stand to a post; `lift` is the drawn slope, exaggerated. */
  beams: readonly { from: number; to: number; lift: number; isSecond: boolean }[];
  /** Whether a hose full of water runs between the posts. */
  hasWater?: boolean;
};

type Metres = Readonly<Record<string, number>>;

const LIFT = 0.5;

/** What a check looks like from the side, to the scale of its distances; the beam rises or sinks. */
export function sceneOf(method: MethodKey, read: Metres, sign: 1 | -1): Scene {
  switch (method) {
    case "two-position":
      return twoPositions(read.near ?? 2, read.far ?? 15, sign);
    case "face-about":
    case "both-axes":
      return faceAbout(read.distance ?? 20, sign);
    case "two-peg":
      return twoPegs(read.to_a ?? 2, read.to_b ?? 32, sign);
    case "water-level":
      return oneStand(read.to_a ?? 2, read.to_b ?? 20, sign);
  }
}

function twoPositions(near: number, far: number, sign: number): Scene {
  const wall = near + far;
  return {
    posts: [
      { name: "A", at: 0 },
      { name: "B", at: wall },
    ],
    stands: [
      { name: "1st", at: near },
      { name: "2nd", at: far },
    ],
    beams: [
      { from: near, to: 0, lift: (LIFT * sign * near) / wall, isSecond: false },
      { from: near, to: wall, lift: (LIFT * sign * far) / wall, isSecond: false },
      { from: far, to: 0, lift: 2 * LIFT * sign, isSecond: true },
    ],
  };
}

function faceAbout(distance: number, sign: number): Scene {
  return {
    posts: [{ name: "wall", at: distance }],
    stands: [{ name: "turned half round", at: 0 }],
    beams: [
      { from: 0, to: distance, lift: LIFT * sign, isSecond: false },
      { from: 0, to: distance, lift: -LIFT * sign, isSecond: true },
    ],
  };
}

function twoPegs(toA: number, toB: number, sign: number): Scene {
  const apart = toA + toB;
  return {
    posts: [
      { name: "A", at: 0 },
      { name: "B", at: apart },
    ],
    stands: [
      { name: "half-way", at: apart / 2 },
      { name: "near A", at: toA },
    ],
    beams: [
      { from: apart / 2, to: 0, lift: (LIFT * sign) / 2, isSecond: false },
      { from: apart / 2, to: apart, lift: (LIFT * sign) / 2, isSecond: false },
      { from: toA, to: apart, lift: LIFT * sign, isSecond: true },
    ],
  };
}

function oneStand(toA: number, toB: number, sign: number): Scene {
  return {
    posts: [
      { name: "A", at: 0 },
      { name: "B", at: toA + toB },
    ],
    hasWater: true,
    stands: [{ name: "laser", at: toA }],
    beams: [
      { from: toA, to: 0, lift: (LIFT * sign * toA) / (toA + toB), isSecond: false },
      { from: toA, to: toA + toB, lift: LIFT * sign, isSecond: false },
    ],
  };
}
