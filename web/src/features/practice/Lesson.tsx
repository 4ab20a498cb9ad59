import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Navigate, useParams, useSearchParams } from "react-router";
import { install } from "../../phone/install";
import { throwAway } from "../../phone/practice";
import { Loaded, Page } from "../../parts/Page";
import { Debrief } from "./Debrief";
import { EndIt } from "./EndIt";
import { GettingReady, PracticeFrame } from "./Frame";
import { StandIns } from "./StandIns";
import { Tasks } from "./Tasks";
import { type Chosen, type Run, anySeed, beginRun, keepPassed, runNow, seedOf } from "./run";
import { type Sheet, useDebrief, useRun } from "./usePractice";
import { useShow } from "./useShow";

/** One lesson on one site: taken up where it was left, or begun anew. */
export function Lesson() {
  const { lesson = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const seed = search.get("seed") ?? "";
  const [run, setRun] = useState(() => (search.get("again") === "yes" ? undefined : kept(lesson)));
  const client = useQueryClient();
  const [chosen, choose] = useState(() => chosenIn(search));
  useEffect(() => void install().catch(() => undefined), []);
  useEffect(() => {
    if (run) return;
    void throwAway().then(() => {
      client.clear();
      setRun(beginRun(lesson, seedOf(seed) ?? anySeed(), chosen));
      setSearch({}, { replace: true });
    });
  }, [run, lesson, seed, chosen, setSearch, client]);
  const again = (isSame: boolean) => {
    setSearch(isSame && run ? { seed: String(run.seed) } : {}, { replace: true });
    choose(run?.chosen);
    setRun(undefined);
  };
  return (
    <PracticeFrame>
      <main>{run && <OneRun key={run.id} run={run} onAgain={again} />}</main>
    </PracticeFrame>
  );
}

const kept = (lesson: string): Run | undefined => {
  const run = runNow();
  return run?.lesson === lesson ? run : undefined;
};

/** What an address chooses of an open site, nothing where it chooses nothing. */
function chosenIn(search: URLSearchParams): Chosen | undefined {
  const of = (name: string) => search.get(name) ?? "any";
  if (!search.has("ground")) return undefined;
  return {
    ground: of("ground"),
    structure: of("structure"),
    rod: of("rod"),
    instrument: of("instrument"),
  };
}

type Props = { run: Run; onAgain: (isSame: boolean) => void };

function OneRun({ run, onAgain }: Props) {
  const query = useRun(run);
  if (query.isPending) return <GettingReady />;
  return (
    <Loaded query={query}>
      {(sheet) =>
        sheet.is_on_the_job && !sheet.is_over ? (
          <Navigate to={`/jobs/${run.id}/set-up/new`} replace />
        ) : (
          <Page title={sheet.lesson.title} lead={`${sheet.lesson.learn} ${sheet.lesson.why}`}>
            {sheet.is_over ? (
              <Told run={run} onAgain={onAgain} />
            ) : (
              <OnSite run={run} sheet={sheet} />
            )}
            <Typography variant="body2" color="text.secondary">
              Site {sheet.seed}
            </Typography>
          </Page>
        )
      }
    </Loaded>
  );
}

function OnSite({ run, sheet }: { run: Run; sheet: Sheet }) {
  const showing = useShow(run, sheet);
  return (
    <Box
      sx={{
        display: "grid",
        gap: 2,
        alignItems: "start",
        gridTemplateColumns: {
          xs: "minmax(0, 1fr)",
          md: "minmax(0, 1fr) minmax(0, 1.2fr)",
          lg: "minmax(0, 1fr) minmax(0, 2.1fr)",
        },
      }}
    >
      <Tasks run={run} sheet={sheet} showing={showing} />
      <StandIns run={run} sheet={sheet} hands={showing.hands} />
      <EndIt run={run} />
    </Box>
  );
}

function Told({ run, onAgain }: Props) {
  const query = useDebrief(run, true);
  useEffect(() => {
    if (query.data) keepPassed(run.lesson, query.data.points, query.data.of, query.data.is_passed);
  }, [query.data, run]);
  return <Loaded query={query}>{(told) => <Debrief told={told} onAgain={onAgain} />}</Loaded>;
}
