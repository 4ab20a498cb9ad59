import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link, useNavigate, useParams } from "react-router";
import type { Schemas } from "../../api/client";
import { usePour } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { AsThisPhoneKnows, Download } from "../line";
import { useJobSheet } from "../frame/useJobSheet";
import { TakeOut } from "../mend";
import { Pictures } from "../pictures";
import { AfterThePour } from "./AfterThePour";
import { Answer } from "./Answer";
import { Lift } from "./Lift";
import { Move } from "./Move";
import { Verdict } from "./Verdict";

type Line = Schemas["AskedLine"];

/** A pour: go or hold, line by line with its reason, and its run sheet. */
export function Pour() {
  const { pour = "" } = useParams();
  const query = usePour(pour);
  return <Loaded query={query}>{(sheet) => <Shown sheet={sheet} />}</Loaded>;
}

function Shown({ sheet }: { sheet: Schemas["PourSheet"] }) {
  const job = useJobSheet();
  const navigate = useNavigate();
  return (
    <Page
      title={sheet.name}
      lead={`${shownTime(sheet.pours_at)}: ${sheet.parts.join(", ")}`}
      action={<Verdict state={sheet.state} isLarge />}
    >
      <AsThisPhoneKnows job={job.id} />
      <Panel title={listTitle(sheet)}>
        <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
          {sheet.lines.map((line) => (
            <OneLine key={line.question} line={line} pour={sheet} job={job} />
          ))}
        </Box>
      </Panel>
      <Pictures job={job.id} kind="pour" about={sheet.id} />
      <AfterThePour job={job} pour={sheet} />
      {sheet.closed === null && <RunSheet sheet={sheet} canMove={job.can_plan} />}
      {sheet.closed === null && job.can_plan && (
        <TakeOut
          job={job.id}
          kind="pours"
          part={sheet.id}
          onOut={() => navigate(`/jobs/${job.id}/pours`, { replace: true })}
        />
      )}
    </Page>
  );
}

function listTitle({ state, holds }: Schemas["PourSheet"]): string {
  if (state === "poured") return "The list as it stood";
  if (state === "go") return "Nothing holds it";
  return holds === 1 ? "1 holds it" : `${holds} hold it`;
}

/** What to do and when, counted back from the first truck. */
function RunSheet({ sheet, canMove }: { sheet: Schemas["PourSheet"]; canMove: boolean }) {
  return (
    <Panel title="Run sheet">
      <Typography sx={{ mb: 1 }}>
        {sheet.needed ? `It takes ${sheet.needed}.` : "How much it takes is not known yet."} A truck
        every {sheet.minutes_between_trucks} minutes.
      </Typography>
      <Box component="ol" sx={{ m: 0, pl: 3 }}>
        {sheet.run.map((step) => (
          <li key={step.at + step.what}>
            <strong>{shownTime(step.at)}</strong> {step.what}
          </li>
        ))}
      </Box>
      <Download path={`/api/v1/pours/${sheet.id}/run-sheet.ics`} sx={{ mt: 1.5 }}>
        Into a calendar
      </Download>
      {canMove && <Move key={sheet.pours_at} pour={sheet} />}
    </Panel>
  );
}

type LineProps = { line: Line; pour: Schemas["PourSheet"]; job: Schemas["JobSheet"] };

function OneLine({ line, pour, job }: LineProps) {
  const isLifted = line.lifted !== null;
  const isOpen = job.can_plan && pour.closed === null;
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: "divider", py: 1 }}>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
        <Mark isGo={line.is_go} isLifted={isLifted} />
        <Box sx={{ flex: "1 1 180px" }}>
          <Typography sx={{ fontWeight: 700 }}>{line.title}</Typography>
          <Typography>{line.reason}</Typography>
          {pour.evidence
            .filter((one) => one.question === line.question)
            .map((one) => (
              <Typography key={one.what} variant="body2" color="text.secondary">
                {one.what}: {one.by}, {shownTime(one.at)} by {one.clock}
              </Typography>
            ))}
          {line.lifted && (
            <Typography>
              Lifted by {line.lifted.by}, {shownTime(line.lifted.at)}: {line.lifted.reason}
            </Typography>
          )}
        </Box>
        {line.question === "inspection" && (
          <Pictures job={job.id} kind="inspection" about={pour.id} />
        )}
        {line.where && (
          <Button component={Link} to={`/jobs/${job.id}/${line.where}`}>
            See it
          </Button>
        )}
        {isOpen && line.asked && <Answer pour={pour} line={line} />}
        {isOpen && !line.is_go && !isLifted && <Lift pour={pour.id} line={line} />}
      </Stack>
    </Box>
  );
}

function Mark({ isGo, isLifted }: { isGo: boolean; isLifted: boolean }) {
  const word = isGo ? "go" : isLifted ? "lifted" : "HOLD";
  return (
    <Box
      component="span"
      sx={{ width: 64, fontWeight: 700, color: isGo ? "on" : isLifted ? "text.primary" : "high" }}
    >
      {isGo ? "✓ " : ""}
      {word}
    </Box>
  );
}
