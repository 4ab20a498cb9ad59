import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { Link } from "react-router";
import { throwAway } from "../../phone/practice";
import { Loaded, Page } from "../../parts/Page";
import { GettingReady, PracticeFrame } from "./Frame";
import { OpenSite } from "./OpenSite";
import { forgetPassed, forgetRun, passedHere, runNow } from "./run";
import { useLessons } from "./usePractice";

/** The lessons, in the order of the work; which ones were passed stays on this device. */
export function Lessons() {
  const query = useLessons();
  const [passed, setPassed] = useState(passedHere);
  const [run, setRun] = useState(runNow);
  const forget = () => {
    void throwAway();
    forgetPassed();
    forgetRun();
    setPassed({});
    setRun(undefined);
  };
  return (
    <PracticeFrame>
      <main>
        <Page
          title="Practice on a site that answers"
          lead="A laser, a rod and ground that are made up: read them, and be told afterward what was true."
          action={
            run && (
              <Button variant="contained" component={Link} to={`/${run.lesson}`}>
                Go on where you were
              </Button>
            )
          }
        >
          {query.isPending && <GettingReady />}
          {!query.isPending && (
            <Loaded query={query}>
              {(sheet) => (
                <>
                  <Box
                    component="ol"
                    sx={{
                      listStyle: "none",
                      m: 0,
                      p: 0,
                      display: "grid",
                      gap: 1,
                      gridTemplateColumns: { xs: "1fr", md: "1fr 1fr" },
                    }}
                  >
                    {sheet.lessons.map((lesson, number) => (
                      <Stack
                        component="li"
                        key={lesson.key}
                        direction="row"
                        sx={{
                          bgcolor: "background.paper",
                          borderLeft: 8,
                          borderColor: "peg",
                          p: 1.25,
                          gap: 1.5,
                        }}
                      >
                        <Box sx={{ flex: 1, minWidth: 0 }}>
                          <Typography variant="h3" component="h2">
                            {number + 1}. {lesson.title}
                          </Typography>
                          <Typography variant="body2">{lesson.learn}</Typography>
                          <Typography variant="body2" color="text.secondary">
                            {lesson.minutes} minutes{said(passed[lesson.key])}
                          </Typography>
                        </Box>
                        <Button
                          component={Link}
                          to={`/${lesson.key}?again=yes`}
                          variant="outlined"
                          aria-label={`Begin: ${lesson.title}`}
                          sx={{ alignSelf: "center" }}
                        >
                          Begin
                        </Button>
                      </Stack>
                    ))}
                  </Box>
                  <OpenSite sheet={sheet} />
                </>
              )}
            </Loaded>
          )}
          <Button sx={{ alignSelf: "flex-start" }} onClick={forget}>
            Throw away what I practiced here
          </Button>
        </Page>
      </main>
    </PracticeFrame>
  );
}

function said(one?: { points: number; of: number; passed: boolean }): string {
  if (!one) return "";
  return ` · ${one.passed ? "passed" : "not passed yet"}, ${one.points} of ${one.of}`;
}
