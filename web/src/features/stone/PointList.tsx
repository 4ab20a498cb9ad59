import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { PegMark, STATE_WORDS } from "../../parts/plan/Peg";

type Props = {
  pegs: readonly Schemas["Peg"][];
  current: string | undefined;
  onPick: (id: string) => void;
};

/** The points in walking order, each with its state and what to do. */
export function PointList({ pegs, current, onPick }: Props) {
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
        maxHeight: { md: 640 },
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
              <PegMark state={peg.state} />
            </svg>
            <Typography component="span" sx={{ fontWeight: 700, width: 36 }}>
              {peg.name}
            </Typography>
            <Typography component="span" variant="body2" sx={{ flex: 1 }}>
              {peg.state === "not-shot" || peg.state === "on"
                ? STATE_WORDS[peg.state]
                : peg.shot?.action}
              {peg.shot?.is_thin && <strong> · THIN</strong>}
            </Typography>
          </ButtonBase>
        </li>
      ))}
    </Box>
  );
}
