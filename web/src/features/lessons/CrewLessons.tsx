import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { PRACTICE } from "../../api/place";
import { queries, useSession } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { TopBar } from "../frame/TopBar";
import { OverTheLine } from "../line";
import { passedHere } from "../practice/run";

type Sheet = Schemas["CrewLessonsSheet"];
type Person = Sheet["people"][number];

const keyOf = (crew: string) => ["lessons", crew];
const heard = (crew: string) => queries.invalidateQueries({ queryKey: keyOf(crew) });

/** Who in the crew did which lesson, where they said so, and who is asked for one. */
export function CrewLessons() {
  const { crew = "" } = useParams();
  const session = useSession();
  const lessons = useQuery({
    queryKey: keyOf(crew),
    queryFn: () => told(api.GET("/api/v1/crews/{crew}/lessons", { params: { path: { crew } } })),
  });
  const own = session.data?.crews.find((one) => one.id === crew);
  return (
    <>
      <TopBar />
      <Box component="main" sx={{ maxWidth: 900 }}>
        <Page
          title="Practice in the crew"
          lead={own?.name}
          action={
            <Button href={PRACTICE} variant="outlined">
              To the practice site
            </Button>
          }
        >
          <OverTheLine what="Who practiced what">
            <Loaded query={lessons}>
              {(sheet) => (
                <Stack spacing={2}>
                  <DoneHere crew={crew} sheet={sheet} />
                  {sheet.people.map((person) => (
                    <OnePerson key={person.person} crew={crew} person={person} sheet={sheet} />
                  ))}
                </Stack>
              )}
            </Loaded>
          </OverTheLine>
        </Page>
      </Box>
    </>
  );
}

type Props = { crew: string; sheet: Sheet };

/** What was done on this device and the crew does not know yet. */
function DoneHere({ crew, sheet }: Props) {
  const you = sheet.people.find(({ is_you }) => is_you);
  const done = sheet.lessons.flatMap(({ key, title }) => {
    const here = passedHere()[key];
    const known = you?.done.find((one) => one.key === key);
    const isNews =
      here && (!known || (here.passed && !known.is_passed) || here.points > known.points);
    return isNews ? [{ key, title, ...here }] : [];
  });
  const share = useMutation({
    mutationFn: async () => {
      for (const { key, points, of, passed } of done)
        await told(
          api.POST("/api/v1/crews/{crew}/lessons-shared", {
            params: { path: { crew } },
            body: { id: newId(), lesson: key, points, of, is_passed: passed },
          }),
        );
    },
    onSettled: () => heard(crew),
  });
  if (done.length === 0) return null;
  return (
    <Panel title="Done on this device, known to nobody">
      <Stack spacing={1}>
        {done.map(({ key, title, points, of, passed }) => (
          <Typography key={key}>
            {title}: {passed ? "passed" : "not passed yet"}, {points} of {of} points
          </Typography>
        ))}
        <Button
          variant="contained"
          loading={share.isPending}
          onClick={() => share.mutate()}
          sx={{ alignSelf: "flex-start" }}
        >
          Let the crew know
        </Button>
        <Problems problems={problemsOf(share.error)} />
      </Stack>
    </Panel>
  );
}

function OnePerson({ crew, person, sheet }: Props & { person: Person }) {
  const passed = person.done.filter(({ is_passed }) => is_passed).length;
  return (
    <Panel
      title={`${person.name}${person.is_you ? " (you)" : ""}: ${passed} of ${sheet.lessons.length} passed`}
    >
      <Stack spacing={1}>
        {person.done.map(({ key, title, points, of, is_passed }) => (
          <Typography key={key}>
            {is_passed ? "✓" : "✗"} {title}, {points} of {of} points
          </Typography>
        ))}
        {person.asked.map(({ key, title, asked_by }) => (
          <Stack key={key} direction="row" sx={{ gap: 2, alignItems: "center" }}>
            <Typography sx={{ flex: 1 }}>
              {asked_by} asks for: {title}
            </Typography>
            {person.is_you && (
              <Button href={`${PRACTICE}/${key}?again=yes`} variant="contained">
                Do it now
              </Button>
            )}
          </Stack>
        ))}
        {sheet.can_ask && !person.is_you && <Ask crew={crew} person={person} sheet={sheet} />}
      </Stack>
    </Panel>
  );
}

function Ask({ crew, person, sheet }: Props & { person: Person }) {
  const [isOpen, open] = useState(false);
  const [lesson, choose] = useState("");
  const ask = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/crews/{crew}/lessons-asked", {
          params: { path: { crew } },
          body: { id: newId(), person: person.person, lesson },
        }),
      ),
    onSuccess: () => {
      open(false);
      choose("");
      return heard(crew);
    },
  });
  if (!isOpen)
    return (
      <Button
        aria-label={`Ask ${person.name} for a lesson`}
        onClick={() => open(true)}
        sx={{ alignSelf: "flex-start" }}
      >
        Ask for a lesson
      </Button>
    );
  return (
    <Stack direction="row" spacing={1}>
      <Box sx={{ flex: 1 }}>
        <Select
          label="Lesson"
          value={lesson}
          onChange={choose}
          options={sheet.lessons.map(({ key, title }) => [key, title] as const)}
        />
      </Box>
      <Button
        variant="contained"
        disabled={!lesson}
        loading={ask.isPending}
        onClick={() => ask.mutate()}
      >
        Ask
      </Button>
      <Problems problems={problemsOf(ask.error)} />
    </Stack>
  );
}
