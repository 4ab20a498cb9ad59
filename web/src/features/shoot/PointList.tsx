import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { PegMark, STATE_WORDS } from "../../parts/plan/Peg";
import { type Pass, inPass } from "../../parts/plan/pegs";

type Props = {
  pegs: readonly Schemas["Peg"][];
  pass: Pass;
  current: string | undefined;
  onPick: (id: string) => void;
};

/** The points in walking order, each with its state and what to do. */
export function PointList({ pegs, pass, current, onPick }: Props) {
  return (
    <Box
      component="ol"
      aria-label="Points"
      sx={{
        listStyle: "none",
        m: 0,
        p: 0,
        bgcolor: "background.paper",
        borderTop: 3,
        maxHeight: { md: "max(400px, calc(100dvh - 290px))" },
        overflowY: "auto",
      }}
    >
      {pegs.map((peg) => (
        <li key={peg.id}>
          <ButtonBase
            onClick={() => onPick(peg.id)}
            aria-current={peg.id === current}
            sx={{
              width: "100%",
              minHeight: 48,
              px: 1.5,
              gap: 1,
              justifyContent: "flex-start",
              textAlign: "left",
              borderBottom: 1,
              borderColor: "divider",
              ...(peg.id === current && { bgcolor: "peg", color: "#15191c" }),
            }}
          >
            <svg width={28} height={30} viewBox="-14 -15 28 30" aria-hidden>
              <PegMark state={inPass(peg, pass).state} />
            </svg>
            <Typography component="span" sx={{ fontWeight: 700, width: 36 }}>
              {peg.name}
            </Typography>
            <Typography component="span" variant="body2" sx={{ flex: 1 }}>
              {summary(peg, pass)}
              {peg.shot?.is_thin && !peg.shot.in_doubt && <strong> · THIN</strong>}
            </Typography>
          </ButtonBase>
        </li>
      ))}
    </Box>
  );
}

function summary(peg: Schemas["Peg"], pass: Pass): string {
  const { state, shot } = inPass(peg, pass);
  if (!shot || state === "on" || state === "in-doubt") return STATE_WORDS[state];
  return state === "close" ? shot.verdict_text : shot.action;
}
