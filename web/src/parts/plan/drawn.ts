/** What a plan shows: pegs, instruments, areas and lines, in metres of the site. */

import type { PegState } from "./Peg";
import type { Spot } from "./frame";

export type PlanPeg = {
  id: string;
  name: string;
  spot: Spot;
  state: PegState;
  text?: string;
  thin?: boolean;
};

export type PlanInstrument = {
  name: string;
  spot: Spot;
  isCurrent: boolean;
  /** Up to where its kit can prove the tolerance, in metres. */
  proves?: number | undefined;
};

/** A known or carried point: a benchmark, or a turning point. */
export type PlanControl = { name: string; spot: Spot; isTurn: boolean };

/** A stretch of an element's drawing; faint where it only shows where something lies. */
export type PlanLine = { spots: readonly Spot[]; isClosed: boolean; isFaint?: boolean };

/** A floor or an element that can be opened: its lines, the one that bears its name first. */
export type PlanArea = {
  id: string;
  name: string;
  level: string;
  lines: readonly PlanLine[];
  tone: "floor" | "element" | "lot";
  /** Whether it only shows where something lies, without its name. */
  isFaint?: boolean;
};

/** A mark on a wall. */
export type PlanMark = { name: string; spot: Spot; isCorner: boolean; isBlocked: boolean };

/** A point of a drawing that can be dragged. */
export type PlanHandle = { id: number; name: string; spot: Spot };

export type PlanTrack = readonly Spot[];
