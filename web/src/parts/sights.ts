import type { Schemas } from "../api/client";

export type Sight = Schemas["SightEnum"];

const NAMES: Record<Sight, string> = {
  standing: "Rod standing on it",
  "upside-down": "Rod upside down, foot up to it",
  "taped-down": "Tape down from the beam",
  "taped-up": "Tape up from the beam",
  "on-the-point": "Instrument standing on it",
};

export const ALL_SIGHTS = Object.keys(NAMES) as Sight[];

/** What is asked for, by how it is read. */
export const ASKED: Record<Sight, string> = {
  standing: "the rod reads",
  "upside-down": "the rod upside down reads",
  "taped-down": "taped down from the beam",
  "taped-up": "taped up from the beam",
  "on-the-point": "beam above its base",
};

/** What to do with a surface, by how it is read. */
export const HOW: Record<Sight, (surface: string) => string> = {
  standing: (surface) => `Stand the rod on ${surface} and type what it reads.`,
  "upside-down": (surface) => `Hold the rod upside down, its foot up against ${surface}.`,
  "taped-down": (surface) => `Tape from the beam down to ${surface}.`,
  "taped-up": (surface) => `Tape from the beam up to ${surface}.`,
  "on-the-point": (surface) =>
    `The instrument stands on ${surface}: type how far its beam is above its base.`,
};

/** A label begins with a capital. */
export function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** The ways of reading, as a choice. */
export function sightOptions(
  sights: readonly Sight[] = ALL_SIGHTS,
): readonly (readonly [Sight, string])[] {
  return sights.map((sight) => [sight, NAMES[sight]]);
}

export function isTaped(sight: Sight): boolean {
  return sight !== "standing" && sight !== "upside-down";
}

export function sightFrom(kept: string, allowed: readonly Sight[]): Sight {
  return allowed.find((sight) => sight === kept) ?? allowed[0] ?? "standing";
}
