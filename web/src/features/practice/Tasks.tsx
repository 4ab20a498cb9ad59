import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import { problemsOf } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Problems } from "../../parts/Problems";
import type { Run } from "./run";
import { type Sheet, useAnswers, useHints } from "./usePractice";
import type { useShow } from "./useShow";

type Task = Sheet["tasks"][number];

type Props = {
  run: Run;
  sheet: Sheet;
  /** Whether only the open one is shown, until all are asked for. */
  isShort?: boolean;
  /** Called where a screen of the job is opened. */
  onOpen?: (() => void) | undefined;
  /** Does a task before one's eyes. */
  showing: Showing;
};
type Showing = ReturnType<typeof useShow>;

/** What there is to do, in its order; one is open, any other can be. */
export function Tasks({ run, sheet, isShort = false, onOpen, showing }: Props) {
  const next = sheet.tasks.find((one) => !one.is_done)?.key ?? "";
  const [chosen, choose] = useState("");
  const [isWhole, setWhole] = useState(false);
  const open = chosen || next;
  return (
    <Stack component="ol" spacing={0.5} sx={{ listStyle: "none", m: 0, p: 0 }}>
      {sheet.tasks.map((task, number) => (
        <Box
          component="li"
          key={task.key}
          sx={{
            display:
              isWhole || task.key === open
                ? "block"
                : { xs: "none", md: isShort ? "none" : "block" },
            borderLeft: 8,
            borderColor: task.is_done ? "divider" : "peg",
            bgcolor: "background.paper",
            p: 1.25,
          }}
        >
          {task.key === open ? (
            <OpenTask
              run={run}
              task={task}
              number={number + 1}
              onDone={() => choose("")}
              onOpen={onOpen}
              showing={showing}
            />
          ) : (
            <Button
              onClick={() => {
                choose(task.key);
                setWhole(false);
              }}
              sx={{ p: 0, textAlign: "left", justifyContent: "flex-start", fontWeight: 400 }}
            >
              {number + 1}. {task.asks}
              {task.typed && <strong>&nbsp;{task.typed}</strong>}
              {task.is_done && !task.typed && <strong>&nbsp;done</strong>}
            </Button>
          )}
        </Box>
      ))}
      <Button
        sx={{ display: isShort ? "block" : { md: "none" } }}
        onClick={() => setWhole(!isWhole)}
      >
        {isWhole ? "Only this task" : `All ${sheet.tasks.length} tasks`}
      </Button>
    </Stack>
  );
}

type OpenProps = {
  run: Run;
  task: Task;
  number: number;
  onDone: () => void;
  onOpen: (() => void) | undefined;
  showing: Showing;
};

function OpenTask({ run, task, number, onDone, onOpen, showing }: OpenProps) {
  const answers = useAnswers(run);
  const hints = useHints(run);
  const [own, type] = useState<string>();
  const shown = showing.shown?.task === task.key ? showing.shown : undefined;
  const typed = own ?? shown?.typed ?? "";
  const problems = problemsOf(answers.error);
  const send = (answer: { typed?: string; choice?: string }) =>
    answers.mutate({ task: task.key, typed: "", choice: "", ...answer }, { onSuccess: onDone });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    send({ typed });
  };
  return (
    <Stack spacing={1.25}>
      <Typography sx={{ fontWeight: 600, fontSize: "1.1rem" }}>
        {number}. {task.asks}
      </Typography>
      {task.kind === "choice" && (
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          {task.choices.map(({ key, words }) => (
            <Button
              key={key}
              variant={task.typed === words ? "contained" : "outlined"}
              onClick={() => send({ choice: key })}
            >
              {words}
            </Button>
          ))}
        </Stack>
      )}
      {!task.screen && ["read", "height", "length", "volume"].includes(task.kind) && (
        <Stack component="form" direction="row" spacing={1} onSubmit={submit} noValidate>
          <Box sx={{ flex: 1 }}>
            <EntryField
              name="typed"
              label={labelOf(task)}
              value={typed}
              onChange={type}
              problems={problems}
              {...(task.typed ? { hint: `Written down: ${task.typed}` } : {})}
            />
          </Box>
          <Button type="submit" variant="contained" loading={answers.isPending} sx={{ height: 56 }}>
            Write it down
          </Button>
        </Stack>
      )}
      <Problems problems={problems} fields={["typed"]} />
      {task.hint && <Typography sx={{ fontStyle: "italic" }}>{task.hint}</Typography>}
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        {task.where && (
          <Typography variant="body2" sx={{ flex: 1, minWidth: 200 }}>
            {task.where}
          </Typography>
        )}
        {task.screen && (
          <Button
            component={Link}
            to={`/jobs/${run.id}/${task.screen}`}
            variant="outlined"
            onClick={onOpen}
          >
            Open that screen
          </Button>
        )}
        {task.has_hint && !task.hint && (
          <Button size="small" onClick={() => hints.mutate(task.key)}>
            A hint, for 5 points
          </Button>
        )}
        {!task.is_done && (
          <Button
            size="small"
            loading={showing.show.isPending}
            onClick={() => showing.show.mutate(task.key)}
          >
            Show me, for its 10 points
          </Button>
        )}
      </Stack>
      {shown && <Typography role="status">{toWrite(task, shown)}</Typography>}
      <Problems problems={problemsOf(showing.show.error)} />
    </Stack>
  );
}

/** What is left to do once a task was shown: to write it down. */
function toWrite(task: Task, { typed, choice }: { typed: string; choice: string }): string {
  const words = task.choices.find(({ key }) => key === choice)?.words;
  if (words) return `That is how: now choose “${words}”.`;
  if (task.screen) return `That is how: now type ${typed} on the job's screen.`;
  return typed ? `That is how: now write ${typed} down.` : "That is how.";
}

function labelOf({ kind, unit, spot }: Task): string {
  if (kind === "read" || kind === "height") return `Reading on ${spot}`;
  return unit ? `Your answer, ${unit}` : "Your answer";
}
