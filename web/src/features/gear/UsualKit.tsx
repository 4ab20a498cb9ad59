import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { queries } from "../../api/queries";
import { keepChoice } from "../../parts/drafts";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";

type UsualRod = Schemas["UsualRod"];

type KeysProps = {
  rods: readonly UsualRod[];
  isBusy?: boolean;
  onChoose: (rod: UsualRod) => void;
};

/** What a rod can show, one key each, with a reading as it stands there. */
export function UnitKeys({ rods, isBusy = false, onChoose }: KeysProps) {
  return rods.map((one) => (
    <Button
      key={one.units}
      variant="contained"
      size="large"
      disabled={isBusy}
      onClick={() => onChoose(one)}
      sx={{ justifyContent: "space-between" }}
    >
      <span>{one.name}</span>
      <span>{one.example}</span>
    </Button>
  ));
}

type Props = { crew: string; rods: readonly UsualRod[]; canPlan: boolean };

/** A crew with no gear yet says what its rod shows, and has a usual kit in those units. */
export function UsualKit({ crew, rods, canPlan }: Props) {
  const give = useMutation({
    mutationFn: ({ units }: UsualRod) =>
      told(
        api.POST("/api/v1/crews/{crew}/usual-kit", {
          params: { path: { crew } },
          body: { units: units as Schemas["UnitsEnum"] },
        }),
      ),
    onSuccess: (_, { rod }) => {
      keepChoice(`kit:${crew}:rod`, rod.id);
      return queries.invalidateQueries({ queryKey: ["gear", crew] });
    },
  });
  if (!canPlan)
    return (
      <Panel title="No rod yet">
        <Typography>The crew has no rod yet: ask your foreman to add it under Gear.</Typography>
      </Panel>
    );
  return (
    <Panel title="What does your rod show?">
      <Stack spacing={1}>
        <Typography>
          It is added to the crew&apos;s gear with a rotary laser and a receiver; correct them there
          whenever you like.
        </Typography>
        <UnitKeys rods={rods} isBusy={give.isPending} onChoose={(rod) => give.mutate(rod)} />
        <Problems problems={problemsOf(give.error)} />
      </Stack>
    </Panel>
  );
}
