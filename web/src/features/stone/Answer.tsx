import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { Both } from "../../parts/BothTexts";
import { PegMark } from "../../parts/plan/Peg";
import type { Logged } from "./useShooting";

type Props = {
  peg: Schemas["Peg"];
  figures: Schemas["ShotFigures"] | undefined;
  logged: Logged | null;
  target: string;
};

/** What a reading says, larger than anything else: the verb and the amount. */
export function Answer({ peg, figures, logged, target }: Props) {
  if (figures)
    return (
      <Says head="as typed" figures={figures} state={figures.verdict} reading={figures.reading} />
    );
  if (logged)
    return (
      <Says
        head={`${logged.name} is logged`}
        figures={logged.figures}
        state={logged.figures.verdict}
        reading={logged.figures.reading}
      />
    );
  if (peg.shot && peg.state !== "not-shot")
    return (
      <Says
        head={`logged from set-up ${peg.shot.set_up}`}
        figures={peg.shot}
        state={peg.state}
        reading={peg.shot.reading}
      />
    );
  return (
    <>
      <Typography color="text.secondary">not shot</Typography>
      <Typography sx={{ fontSize: "1.5rem", fontWeight: 600, lineHeight: 1.15 }}>
        Stand the rod on the stone and type what it reads.
      </Typography>
      <Typography color="text.secondary">It reads {target} where the stone is right.</Typography>
    </>
  );
}

type SaysProps = {
  head: string;
  figures: Pick<
    Schemas["ShotFigures"],
    "action" | "deviation" | "elevation" | "thickness" | "is_thin"
  >;
  state: "on" | "high" | "low";
  reading: Schemas["BothTexts"];
};

function Says({ head, figures, state, reading }: SaysProps) {
  return (
    <Box aria-live="polite">
      <Typography color="text.secondary">{head}</Typography>
      <Typography
        data-testid="answer"
        sx={{ fontSize: "2.7rem", fontWeight: 700, lineHeight: 1.02, color: state }}
      >
        {figures.action}
      </Typography>
      <Typography
        sx={{
          fontWeight: 700,
          display: "flex",
          alignItems: "center",
          gap: 0.5,
          fontSize: "1.1rem",
        }}
      >
        <svg width={26} height={30} viewBox="-13 -15 26 30" aria-hidden>
          <PegMark state={state} />
        </svg>
        {state === "on" ? `on, ${figures.deviation}` : figures.deviation}
      </Typography>
      <Typography>
        Thickness here <strong>{figures.thickness.text}</strong>
        {figures.is_thin && (
          <Box component="strong" sx={{ color: "high" }}>
            {" "}
            THIN
          </Box>
        )}
      </Typography>
      <Typography>
        Stone at {figures.elevation.text}, read <Both value={reading} />
      </Typography>
    </Box>
  );
}
