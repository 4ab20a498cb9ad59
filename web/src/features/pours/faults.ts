import type { Schemas } from "../../api/client";

type Fault = Schemas["FaultSheet"];

/** A fault as it goes back with what a person lifts or answers: by what it is, not by its words. */
export function asSentBack({ question, kind, about, side, amount, give }: Fault) {
  return { question, kind, about, side, amount, give };
}
