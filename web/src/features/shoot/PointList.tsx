import type { Schemas } from "../../api/client";
import { PegMark, STATE_WORDS } from "../../parts/plan/Peg";
import { Rows } from "../../parts/Rows";
import { type Pass, inPass } from "../../parts/plan/pegs";

type Props = {
  pegs: readonly Schemas["Peg"][];
  pass: Pass;
  current: string | undefined;
  onPick: (id: string) => void;
};

const LIST = {
  bgcolor: "background.paper",
  borderTop: 3,
  maxHeight: { md: "max(400px, calc(100dvh - 290px))" },
  overflowY: "auto",
  "& button": { px: 1.5, gap: 1 },
  "& button > strong": { minWidth: 36 },
  "& button > span": { flex: 1, typography: "body2" },
  "& button[aria-current=true]": { bgcolor: "peg", color: "#15191c" },
};

/** The points in walking order, each with its state and what to do. */
export function PointList({ pegs, pass, current, onPick }: Props) {
  return (
    <Rows label="Points" isInOrder height={48} sx={LIST}>
      {pegs.map((peg) => (
        <li key={peg.id}>
          <button type="button" onClick={() => onPick(peg.id)} aria-current={peg.id === current}>
            <svg width={28} height={30} viewBox="-14 -15 28 30" aria-hidden>
              <PegMark state={inPass(peg, pass).state} />
            </svg>
            <strong>{peg.name}</strong>
            <span>
              {summary(peg, pass)}
              {peg.shot?.is_thin && !peg.shot.in_doubt && <strong> · THIN</strong>}
            </span>
          </button>
        </li>
      ))}
    </Rows>
  );
}

function summary(peg: Schemas["Peg"], pass: Pass): string {
  const { state, shot } = inPass(peg, pass);
  if (!shot || state === "on" || state === "in-doubt") return STATE_WORDS[state];
  return state === "close" ? shot.verdict_text : shot.action;
}
