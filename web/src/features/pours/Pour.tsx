import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link, useNavigate, useParams } from "react-router";
import type { Schemas } from "../../api/client";
import { usePour } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Parts } from "../../parts/Parts";
import { shownTime } from "../../parts/time";
import { AsThisPhoneKnows, Download } from "../line";
import { useJobSheet } from "../frame/useJobSheet";
import { TakeOut } from "../mend";
import { Pictures } from "../pictures";
import { AfterThePour } from "./AfterThePour";
import { FaultList } from "./FaultList";
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
      lead={`${shownTime(sheet.pours_at)}: ${sheet.parts.join(", ")}. ${listTitle(sheet)}.`}
      action={<Verdict state={sheet.state} isLarge />}
    >
      <AsThisPhoneKnows job={job.id} />
      <Parts
        label="Parts of the pour"
        parts={[
          { key: "list", name: "Go or hold", content: <TheList sheet={sheet} job={job} /> },
          ...(sheet.closed === null
            ? [
                {
                  key: "run",
                  name: "Run sheet",
                  content: (
                    <Stack spacing={2}>
                      <RunSheet sheet={sheet} canMove={job.can_plan} />
                      {job.can_plan && (
                        <TakeOut
                          job={job.id}
                          kind="pours"
                          part={sheet.id}
                          onOut={() => navigate(`/jobs/${job.id}/pours`, { replace: true })}
                        />
                      )}
                    </Stack>
                  ),
                },
              ]
            : []),
          {
            key: "after",
            name: "After the pour",
            content: (
              <Stack spacing={2}>
                <AfterThePour job={job} pour={sheet} />
                <Pictures job={job.id} kind="pour" about={sheet.id} />
              </Stack>
            ),
          },
        ]}
      />
    </Page>
  );
}

/** What holds it, then what does not, a line each where there is room. */
function TheList({ sheet, job }: { sheet: Schemas["PourSheet"]; job: Schemas["JobSheet"] }) {
  const held = sheet.lines.filter(({ is_go }) => !is_go);
  const free = sheet.lines.filter(({ is_go }) => is_go);
  return (
    <Panel>
      <Box component="ul" aria-label={listTitle(sheet)} sx={{ listStyle: "none", m: 0, p: 0 }}>
        {[...held, ...free].map((line) => (
          <OneLine key={line.question} line={line} pour={sheet} job={job} />
        ))}
      </Box>
    </Panel>
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
  const isLifted = !line.is_go && line.faults.length === 0;
  const isOpen = job.can_plan && pour.closed === null;
  return (
    <Box
      component="li"
      sx={{ borderBottom: 1, borderColor: "divider", py: { xs: 0.75, lg: line.is_go ? 0 : 0.25 } }}
    >
      <Stack
        direction="row"
        sx={{
          columnGap: 1,
          flexWrap: "wrap",
          alignItems: "center",
          "& .MuiButton-root": { minHeight: { lg: line.is_go ? 28 : 34 }, paddingBlock: { lg: 0 } },
        }}
      >
        <Mark isGo={line.is_go} isLifted={isLifted} />
        <Box
          sx={{
            flex: "1 1 180px",
            minWidth: 0,
            display: { lg: "grid" },
            gridTemplateColumns: "290px minmax(0, 1fr)",
            columnGap: 1,
            alignItems: "center",
          }}
        >
          <Typography sx={{ fontWeight: 700, lineHeight: 1.25 }}>{line.title}</Typography>
          <Box sx={{ minWidth: 0 }}>
            <Typography variant="body2" sx={{ lineHeight: 1.2 }}>
              {line.reason}
            </Typography>
            {pour.evidence
              .filter((one) => one.question === line.question)
              .map((one) => (
                <Typography
                  key={one.what}
                  variant="body2"
                  color="text.secondary"
                  sx={{ lineHeight: 1.2 }}
                  title={`${one.what}, by ${one.clock}`}
                >
                  {line.is_go
                    ? `${one.by}, ${shownTime(one.at)}`
                    : `${one.what}: ${one.by}, ${shownTime(one.at)} by ${one.clock}`}
                </Typography>
              ))}
          </Box>
          {line.lifted.map((lifted) => (
            <Lifted key={lifted.at} lifted={lifted} isWhole={isLifted} />
          ))}
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

/** Who lifted what of a line; where more holds since, that is said. */
function Lifted({ lifted, isWhole }: { lifted: Line["lifted"][number]; isWhole: boolean }) {
  return (
    <Box component="details" sx={{ gridColumn: "1 / -1" }}>
      <Box component="summary" sx={{ cursor: "pointer", minHeight: 32 }}>
        Lifted by {lifted.by}, {shownTime(lifted.at)}: {lifted.reason}
        {isWhole ? "" : " The rest holds."}
      </Box>
      <FaultList says={lifted.faults} />
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
