import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, told } from "../../api/client";
import type { Run } from "./run";
import { type Act, type Sheet, useActs } from "./usePractice";

/** Where the receiver is and how far the rod is lifted, as they are shown. */
export type Hands = { receiver: number; above: number };
export type Shown = { task: string; typed: string; choice: string };

/** How long each thing that is shown takes, milliseconds. */
const A_STEP = 900;
const LEVELED = 300;
const STANDING = new Set(["stand-up", "set-legs"]);

const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** Do a task before one's eyes, a thing at a time; what is written then is left to the person. */
export function useShow(run: Run, sheet: Sheet | undefined) {
  const acts = useActs(run);
  const [hands, setHands] = useState<Hands>();
  const [shown, setShown] = useState<Shown>();
  const show = useMutation({
    mutationFn: async (task: string) => {
      const { steps, ...written } = await told(
        api.POST("/api/v1/practice/{run}/shown", {
          params: { path: { run: run.id } },
          body: { task },
        }),
      );
      let at: Hands = { receiver: 0, above: 0 };
      let wasStood = false;
      for (const step of steps) {
        if (wasStood && !STANDING.has(step.kind)) await pause(leveling(sheet) + LEVELED);
        wasStood = STANDING.has(step.kind);
        if (step.kind === "slide") at = { receiver: step.receiver, above: 0 };
        else if (step.kind === "lift") at = { ...at, above: step.above };
        else await acts.mutateAsync(step as Act);
        setHands(at);
        await pause(A_STEP);
      }
      setShown({ task, ...written });
    },
  });
  return { show, hands, shown };
}

function leveling(sheet: Sheet | undefined): number {
  return sheet?.is_optical ? 0 : (sheet?.stand?.levels_in ?? 6) * 1000;
}
