import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type FormEvent, useState } from "react";
import { problemsOf } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Problems } from "../../parts/Problems";
import type { Run } from "./run";
import { type Sheet, useAnswers, useHints } from "./usePractice";

type Task = Sheet["tasks"][number];

const ON_SITE: Record<string, string> = {
  stand: "On the site: “Stand it up”, then tap a place.",
  mark: "On the site: lift the rod along its stake until it is steady, then “Mark it”.",
};

/** What there is to do, in its order; one is open, any other can be. */
export function Tasks({ run, sheet }: { run: Run; sheet: Sheet }) {
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
            display: { xs: isWhole || task.key === open ? "block" : "none", md: "block" },
            borderLeft: 8,
            borderColor: task.is_done ? "divider" : "peg",
            bgcolor: "background.paper",
            p: 1.25,
          }}
        >
          {task.key === open ? (
            <OpenTask run={run} task={task} number={number + 1} onDone={() => choose("")} />
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
      <Button sx={{ display: { md: "none" } }} onClick={() => setWhole(!isWhole)}>
        {isWhole ? "Only this task" : `All ${sheet.tasks.length} tasks`}
      </Button>
    </Stack>
  );
}

type OpenProps = { run: Run; task: Task; number: number; onDone: () => void };

function OpenTask({ run, task, number, onDone }: OpenProps) {
  const answers = useAnswers(run);
  const hints = useHints(run);
  const [typed, type] = useState("");
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
      {ON_SITE[task.kind] && <Typography variant="body2">{ON_SITE[task.kind]}</Typography>}
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
      {["read", "height", "length", "volume"].includes(task.kind) && (
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
      {task.has_hint && !task.hint && (
        <Button
          size="small"
          sx={{ alignSelf: "flex-start" }}
          onClick={() => hints.mutate(task.key)}
        >
          A hint, for 5 points
        </Button>
      )}
    </Stack>
  );
}

function labelOf({ kind, unit, spot }: Task): string {
  if (kind === "read" || kind === "height") return `Reading on ${spot}`;
  return unit ? `Your answer, ${unit}` : "Your answer";
}
