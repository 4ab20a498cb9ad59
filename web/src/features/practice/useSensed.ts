import { useEffect, useRef, useState } from "react";
import type { Run } from "./run";
import { play, silence } from "./sound";
import { type Sensed, sense } from "./usePractice";

const NOTHING: Sensed = {
  unseen: "",
  beeps: 0,
  is_steady: false,
  shows: "nothing",
  lines: [],
  blur: 1,
  span: 0,
  whole: "",
};
/** How often it is sensed again though nothing moved: the instrument levels itself meanwhile. */
const AGAIN = 1_000;

type Answer = { found: Sensed; receiver: number; above: number };

/** What is heard and seen with the receiver somewhere; one question at a time, the last one wins. */
export function useSensed(run: Run, receiver: number, above: number, rests: string): Answer {
  const [sensed, setSensed] = useState<Answer>({ found: NOTHING, receiver: -1, above: -1 });
  const wanted = useRef({ receiver, above });
  const isAsking = useRef(false);
  useEffect(() => {
    wanted.current = { receiver, above };
    let isOver = false;
    const ask = async () => {
      if (isAsking.current) return;
      isAsking.current = true;
      let asked;
      do {
        asked = wanted.current;
        const found = await sense(run, asked.receiver, asked.above).catch(() => NOTHING);
        if (isOver) break;
        setSensed({ found, ...asked });
        play(found);
      } while (asked !== wanted.current);
      isAsking.current = false;
    };
    void ask();
    const timer = setInterval(() => void ask(), AGAIN);
    return () => {
      isOver = true;
      isAsking.current = false;
      clearInterval(timer);
    };
  }, [run, receiver, above, rests]);
  useEffect(() => silence, []);
  return sensed;
}
