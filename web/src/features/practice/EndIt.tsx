import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { problemsOf } from "../../api/client";
import { Problems } from "../../parts/Problems";
import type { Run } from "./run";
import { useEnd } from "./usePractice";

/** Ends a lesson: from then on the truth is told, and nothing more is written down. */
export function EndIt({ run }: { run: Run }) {
  const end = useEnd(run);
  return (
    <Stack spacing={1}>
      <Button
        variant="contained"
        onClick={() => end.mutate()}
        loading={end.isPending}
        sx={{ alignSelf: "flex-start" }}
      >
        I am through: tell me the truth
      </Button>
      <Problems problems={problemsOf(end.error)} />
    </Stack>
  );
}
