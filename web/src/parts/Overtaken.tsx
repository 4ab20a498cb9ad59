import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useMutation } from "@tanstack/react-query";
import type { Problem } from "../api/client";
import { isOvertaken, takenOver } from "./overtaken";

type Props<Typed extends object> = {
  problems: readonly Problem[];
  values: Typed;
  /** What it was when the form was opened. */
  opened: Partial<Typed> | null;
  /** Ask what it is now. */
  ask: () => Promise<Partial<Typed>>;
  change: (changed: Partial<Typed & { opened: Partial<Typed> }>) => void;
};

/** Somebody else changed the same meanwhile: what, and how to go on without losing either. */
export function Overtaken<Typed extends object>(props: Props<Typed>) {
  const { problems, values, opened, ask, change } = props;
  const choose = useMutation({
    mutationFn: async (isTheirs: boolean) => {
      const now = await ask();
      change({ ...(isTheirs ? takenOver(values, opened ?? {}, now) : values), opened: now });
    },
  });
  if (!isOvertaken(problems)) return null;
  return (
    <Alert severity="warning" role="alert">
      <AlertTitle>Somebody changed this while you had it open</AlertTitle>
      {problems.map((problem) => (
        <div key={problem.field}>{problem.why}</div>
      ))}
      <div>
        Taken over, it stands beside what you typed yourself. Look it over and send it again.
      </div>
      <Stack direction="row" spacing={1} sx={{ mt: 1.5, flexWrap: "wrap" }} useFlexGap>
        <Button variant="contained" loading={choose.isPending} onClick={() => choose.mutate(true)}>
          Take it over
        </Button>
        <Button variant="outlined" loading={choose.isPending} onClick={() => choose.mutate(false)}>
          Keep mine instead
        </Button>
      </Stack>
    </Alert>
  );
}
