import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { usePointTarget } from "../../api/queries";
import { Both } from "../../parts/BothTexts";
import { useChosen } from "../../parts/Choose";
import { Figure } from "../../parts/Figure";
import { useKept } from "../../parts/drafts";
import { PegMark, STATE_WORDS } from "../../parts/plan/Peg";
import { wayFrom, waysOf } from "../../parts/ways";
import type { Stage } from "../stages";
import { Side } from "./Side";
import type { useOpened } from "./useOpened";

type Props = {
  job: Schemas["JobSheet"];
  stage: Stage;
  peg: Schemas["Peg"];
  opened: ReturnType<typeof useOpened>;
};

/** A point: what it is to be, what was shot there, and its height four ways. */
export function OpenPoint({ job, stage, peg, opened }: Props) {
  const { shot, state } = peg;
  // A reading in doubt says nothing of the surface, and a close call does not say what to do.
  const sound = shot && !shot.in_doubt ? shot : null;
  return (
    <Side
      title={peg.name}
      lead={ofWhat(job, opened.part)}
      onBack={() => opened.go({ part: "", point: "" })}
    >
      <Stack direction="row" sx={{ alignItems: "center", gap: 1 }}>
        <svg width={40} height={40} viewBox="-16 -16 32 32" aria-hidden>
          <PegMark state={state} />
        </svg>
        <Typography sx={{ fontSize: "1.35rem", fontWeight: 700 }}>
          {!sound ? STATE_WORDS[state] : state === "close" ? sound.verdict_text : sound.action}
          {sound?.is_thin && " · THIN"}
        </Typography>
      </Stack>
      <Stack spacing={0.5}>
        {peg.target && <Figure name="To be at" text={peg.target.text} />}
        {shot && (
          <>
            {sound && <Figure name="Found at" text={sound.elevation.text} />}
            {sound && <Figure name={`Off, within ${sound.uncertainty}`} text={sound.deviation} />}
            <Stack direction="row" sx={{ justifyContent: "space-between", gap: 2 }}>
              <Typography color="text.secondary">Reading, set-up {shot.set_up}</Typography>
              <Typography sx={{ fontWeight: 700 }}>
                <Both value={shot.reading} />
              </Typography>
            </Stack>
          </>
        )}
      </Stack>
      <FourWays job={job} point={peg.id} />
      <Button
        component={Link}
        to={`/at/${peg.id}`}
        variant="contained"
        sx={{ alignSelf: "flex-start" }}
        disabled={!job.set_ups.length}
      >
        {stage === "layout" ? "Shoot the ground" : shot ? "Shoot it again" : "Shoot it"}
      </Button>
    </Side>
  );
}

function ofWhat(job: Schemas["JobSheet"], part: string): string {
  const all: readonly { id: string; name: string }[] = [...job.floors, ...job.elements];
  return all.find(({ id }) => id === part)?.name ?? "";
}

/** How its height is set from the set-up in use. */
function FourWays({ job, point }: { job: Schemas["JobSheet"]; point: string }) {
  const { setUp } = useChosen(job);
  const [kept] = useKept("way-first", job.usual.way);
  const target = usePointTarget(setUp?.id ?? "", point).data;
  if (!setUp || !target?.ways) return null;
  return (
    <Box>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        To set it, from set-up {setUp.number}
      </Typography>
      {target.obstacle && (
        <Typography sx={{ borderLeft: 6, borderColor: "peg", pl: 1 }}>
          <strong>{target.obstacle.why}</strong> {target.obstacle.ways_out.join(" ")}
        </Typography>
      )}
      {waysOf(target.ways, setUp.known, wayFrom(kept)).map((way) => (
        <Stack
          key={way.key}
          direction="row"
          sx={{ justifyContent: "space-between", gap: 2, py: 0.25 }}
        >
          <Typography color="text.secondary">{way.name}</Typography>
          <Typography sx={{ fontWeight: 700, textAlign: "right" }}>{way.says}</Typography>
        </Stack>
      ))}
    </Box>
  );
}
