import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { Both } from "../../parts/BothTexts";
import { Grayed } from "../../parts/preview";
import { PegMark } from "../../parts/plan/Peg";
import { HOW, type Sight } from "../../parts/sights";
import type { Logged } from "./useShooting";

type Props = {
  shot: Schemas["PegShot"] | null | undefined;
  figures: Schemas["Said"] | undefined;
  /** Whether the figures are of other digits than stand there now. */
  isOld: boolean;
  logged: Logged | null;
  /** What the rod stands on. */
  surface: string;
  /** How the next reading is taken. */
  sight: Sight;
  /** What the rod reads when it is right; empty where it is only to be found out. */
  target: string;
};

/** What a reading says, larger than anything else: the verb and the amount. */
export function Answer({ shot, figures, isOld, logged, surface, sight, target }: Props) {
  if (figures)
    return (
      <Grayed isOld={isOld}>
        <Says head="as typed" figures={figures} />
      </Grayed>
    );
  if (logged) return <Says head={`${logged.name} is logged`} figures={logged.figures} />;
  if (shot?.in_doubt)
    return (
      <>
        <Typography color="text.secondary">
          read {shot.reading.rod} from set-up {shot.set_up}
        </Typography>
        <Typography
          data-testid="answer"
          sx={{ fontSize: "2.2rem", fontWeight: 700, lineHeight: 1.02, color: "high" }}
        >
          in doubt
        </Typography>
        <Typography>Shoot it again; until then it counts for nothing.</Typography>
        <Right target={target} surface={surface} />
      </>
    );
  if (shot) return <Says head={`logged from set-up ${shot.set_up}`} figures={shot} />;
  return (
    <>
      <Typography color="text.secondary">not shot</Typography>
      <Typography sx={{ fontSize: "1.5rem", fontWeight: 600, lineHeight: 1.15 }}>
        {HOW[sight](surface)}
      </Typography>
      <Right target={target} surface={surface} />
    </>
  );
}

function Right({ target, surface }: { target: string; surface: string }) {
  if (!target) return null;
  return (
    <Typography color="text.secondary">
      It reads {target} where {surface} is right.
    </Typography>
  );
}

function Says({ head, figures }: { head: string; figures: Schemas["Said"] }) {
  const state = figures.is_close ? "close" : figures.verdict;
  return (
    <Box aria-live="polite">
      <Typography color="text.secondary">{head}</Typography>
      <Typography
        data-testid="answer"
        sx={{
          fontSize: figures.verdict === "found" ? "1.9rem" : "2.7rem",
          fontWeight: 700,
          lineHeight: 1.02,
          color: figures.is_close || figures.verdict === "found" ? "text.primary" : figures.verdict,
        }}
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
        {verdictOf(figures)}
      </Typography>
      {figures.thickness && (
        <Typography>
          Thickness here <strong>{figures.thickness.text}</strong>
          {figures.is_thin && (
            <Box component="strong" sx={{ color: "high" }}>
              {" "}
              THIN
            </Box>
          )}
        </Typography>
      )}
      <Typography>
        {whereItIs(figures)} {figures.uncertainty}, read <Both value={figures.reading} />
        {figures.held && <strong>, {figures.held}</strong>}
      </Typography>
      {figures.is_close && (
        <Typography variant="body2" color="text.secondary">
          {figures.largest_part}
        </Typography>
      )}
    </Box>
  );
}

function whereItIs({ verdict, thickness, elevation }: Schemas["Said"]): string {
  if (verdict === "found") return "Sure within";
  return `${thickness ? "Stone" : "It is"} at ${elevation.text}`;
}

function verdictOf({ verdict, verdict_text, deviation, is_close }: Schemas["Said"]): string {
  if (verdict === "found") return verdict_text;
  if (is_close)
    return verdict === "on" ? `${verdict_text}, ${deviation}` : `${deviation}, close call`;
  return verdict === "on" ? `on, ${deviation}` : deviation;
}
