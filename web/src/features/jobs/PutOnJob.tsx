import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";

type Day = Schemas["DaySheet"];
type Props = {
  day: Day;
  on: string;
  jobs: readonly Schemas["DayJob"][];
  onClose: () => void;
};

/** People put on a job for a day: each tap is kept at once. */
export function PutOnJob({ day, on, jobs, onClose }: Props) {
  const client = useQueryClient();
  const [chosen, choose] = useState(jobs[0]?.id ?? "");
  const job = jobs.find(({ id }) => id === chosen) ?? jobs[0];
  const people = day.crews.find(({ id }) => id === job?.crew_id)?.people ?? [];
  const put = useMutation({
    mutationFn: (wanted: number[]) =>
      told(
        api.PUT("/api/v1/jobs/{job}/days/{day}", {
          params: { path: { job: chosen, day: on } },
          body: { people: wanted },
        }),
      ),
    onSuccess: (sheet) => client.setQueryData(["day"], sheet),
  });
  const there = day.days
    .filter((one) => one.day === on && one.job === chosen)
    .map(({ person }) => person);
  return (
    <Stack spacing={1.5}>
      <Select
        label="Job"
        value={chosen}
        options={jobs.map(({ id, name }) => [id, name] as const)}
        onChange={choose}
      />
      <ToggleButtonGroup
        value={there}
        disabled={put.isPending}
        aria-label="People"
        onChange={(_, wanted: number[]) => put.mutate(wanted)}
        sx={{ flexWrap: "wrap" }}
      >
        {people.map(({ id, name }) => (
          <ToggleButton key={id} value={id}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Problems problems={problemsOf(put.error)} />
      <Button sx={{ alignSelf: "start" }} onClick={onClose}>
        Done
      </Button>
    </Stack>
  );
}
