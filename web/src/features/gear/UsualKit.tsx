import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";

type Units = Schemas["UnitsEnum"];

const UNITS: readonly (readonly [Units, string, string])[] = [
  ["ft-in", "Feet and inches", "5' 2 3/8\""],
  ["ft", "Feet and hundredths", "5.20 ft"],
  ["m", "Meters", "1.585 m"],
];

/** A crew with no gear yet is asked one thing: the units its rod shows. */
export function UsualKit({ crew, canPlan }: { crew: string; canPlan: boolean }) {
  const give = useMutation({
    mutationFn: (units: Units) =>
      told(
        api.POST("/api/v1/crews/{crew}/usual-kit", { params: { path: { crew } }, body: { units } }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["gear", crew] }),
  });
  return (
    <Panel title="What does your rod show?">
      <Stack spacing={1}>
        <Typography>
          {canPlan
            ? "You begin with a rotary laser, a receiver and a rod in these units; correct them whenever you like."
            : "The crew has no rod yet: ask your foreman to add it under Gear."}
        </Typography>
        {canPlan &&
          UNITS.map(([units, name, example]) => (
            <Button
              key={units}
              variant="contained"
              size="large"
              disabled={give.isPending}
              onClick={() => give.mutate(units)}
              sx={{ justifyContent: "space-between" }}
            >
              <span>{name}</span>
              <span>{example}</span>
            </Button>
          ))}
        <Problems problems={problemsOf(give.error)} />
      </Stack>
    </Panel>
  );
}
