import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { problemsOf } from "../../api/client";
import { install } from "../../phone/install";
import { throwAway } from "../../phone/practice";
import { Loaded, Page } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Debrief } from "./Debrief";
import { GettingReady, PracticeFrame } from "./Frame";
import { StandIns } from "./StandIns";
import { Tasks } from "./Tasks";
import { type Run, anySeed, beginRun, keepPassed, runNow, seedOf } from "./run";
import { type Sheet, useDebrief, useEnd, useRun } from "./usePractice";

/** One lesson on one site: taken up where it was left, or begun anew. */
export function Lesson() {
  const { lesson = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const seed = search.get("seed") ?? "";
  const [run, setRun] = useState(() => (search.get("again") === "yes" ? undefined : kept(lesson)));
  useEffect(() => void install().catch(() => undefined), []);
  useEffect(() => {
    if (run) return;
    void throwAway().then(() => {
      setRun(beginRun(lesson, seedOf(seed) ?? anySeed()));
      setSearch({}, { replace: true });
    });
  }, [run, lesson, seed, setSearch]);
  const again = (isSame: boolean) => {
    setSearch(isSame && run ? { seed: String(run.seed) } : {}, { replace: true });
    setRun(undefined);
  };
  return <PracticeFrame>{run && <OneRun key={run.id} run={run} onAgain={again} />}</PracticeFrame>;
}

const kept = (lesson: string): Run | undefined => {
  const run = runNow();
  return run?.lesson === lesson ? run : undefined;
};

type Props = { run: Run; onAgain: (isSame: boolean) => void };

function OneRun({ run, onAgain }: Props) {
  const query = useRun(run);
  if (query.isPending) return <GettingReady />;
  return (
    <Loaded query={query}>
      {(sheet) => (
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
      )}
    </Loaded>
  );
}

function OnSite({ run, sheet }: { run: Run; sheet: Sheet }) {
  const end = useEnd(run);
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
      <Tasks run={run} sheet={sheet} />
      <StandIns run={run} sheet={sheet} />
      <Stack spacing={1}>
        <Button variant="contained" onClick={() => end.mutate()} loading={end.isPending}>
          I am through: tell me the truth
        </Button>
        <Problems problems={problemsOf(end.error)} />
      </Stack>
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
