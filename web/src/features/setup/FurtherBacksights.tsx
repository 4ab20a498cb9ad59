import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { EntryField } from "../../parts/EntryField";
import type { Form } from "../../parts/form";
import { Select } from "../../parts/Select";
import { ASKED, type Sight, sightOptions } from "../../parts/sights";
import { type Extra, type Job, knownPoints } from "./useSetUpForm";

type Values = { benchmark: string; sight: Sight; extras: Extra[] };
type Props = { form: Form<Values>; job: Job };

/** More backsights, on other points or held another way: those that tie the same are averaged. */
export function FurtherBacksights({ form, job }: Props) {
  const { extras } = form.values;
  const change = (i: number, changed: Partial<Extra>) =>
    form.change({
      extras: extras.map((extra, at) => (at === i ? { ...extra, ...changed } : extra)),
    });
  return (
    <>
      {extras.map((extra, i) => (
        <Stack key={i} spacing={1} sx={{ borderLeft: 4, borderColor: "divider", pl: 1.5 }}>
          <Select
            label="And on"
            value={extra.benchmark}
            options={knownPoints(job).map(
              ({ id, name, elevation }) => [id, `${name}, ${elevation.text}`] as const,
            )}
            onChange={(benchmark) => change(i, { benchmark })}
          />
          <Select
            label="How it is read there"
            value={extra.sight}
            options={sightOptions()}
            onChange={(sight) => change(i, { sight })}
          />
          <Stack direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
            <Stack sx={{ flex: 1 }}>
              <EntryField
                name={`extras.${i}`}
                label={ASKED[extra.sight]}
                value={extra.backsight}
                onChange={(backsight) => change(i, { backsight })}
                problems={form.problems}
              />
            </Stack>
            <Button onClick={() => form.change({ extras: extras.filter((_, at) => at !== i) })}>
              Leave out
            </Button>
          </Stack>
        </Stack>
      ))}
      <Button
        variant="outlined"
        onClick={() => form.change({ extras: [...extras, nextOf(form.values, job)] })}
      >
        Another backsight
      </Button>
    </>
  );
}

/** What is likely read next: a benchmark not read yet, else a tape to the one that was. */
function nextOf({ benchmark, extras }: Values, job: Job): Extra {
  const used = [benchmark, ...extras.map((extra) => extra.benchmark)];
  const free = job.benchmarks.find((one) => !used.includes(one.id));
  return free
    ? { benchmark: free.id, backsight: "", sight: "standing" }
    : { benchmark, backsight: "", sight: "taped-down" };
}
