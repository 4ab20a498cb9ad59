import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { Figure } from "../../parts/Figure";

type Props = { job: Schemas["JobSheet"]; pour: Schemas["PourSheet"] };
type Finished = Schemas["FinishedSheet"];

/** How the surface came out against its tolerance; shooting all of it closes the pour. */
export function AfterThePour({ job, pour }: Props) {
  const isShot = pour.finished.every((one) => one.points > 0 && one.left === 0);
  return (
    <Panel title="After the pour">
      <Stack spacing={2}>
        {pour.closed && (
          <Typography>
            Closed by {pour.closed.by}, {shownTime(pour.closed.at)}
            {pour.closed.note && `: ${pour.closed.note}`}
          </Typography>
        )}
        {pour.finished.map((one) => (
          <Surface key={one.floor} job={job.id} one={one} isOpen={pour.closed === null} />
        ))}
        {pour.closed === null &&
          (pour.state === "go" && isShot && job.can_plan ? (
            <Close pour={pour.id} />
          ) : (
            <Typography color="text.secondary">
              Once nothing holds it and its finished surface is shot, the pour can be closed.
            </Typography>
          ))}
      </Stack>
    </Panel>
  );
}

function Surface({ job, one, isOpen }: { job: string; one: Finished; isOpen: boolean }) {
  if (!one.points)
    return (
      <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}>
        <Typography sx={{ flex: "1 1 240px" }}>
          {one.floor} has no finished surface yet. Add one to the plan; it is shot after the pour.
        </Typography>
        {isOpen && (
          <Button component={Link} to={`/jobs/${job}/elements/new/finished`} variant="outlined">
            Add it
          </Button>
        )}
      </Stack>
    );
  if (one.left)
    return (
      <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}>
        <Typography sx={{ flex: "1 1 240px" }}>
          {one.surface}: {one.left} of {one.points} points are not shot.
        </Typography>
        <Button component={Link} to={`/jobs/${job}/after`} variant="outlined">
          Shoot it
        </Button>
      </Stack>
    );
  const { flatness } = one;
  return (
    <div>
      <Typography variant="h3">{one.surface}</Typography>
      <Figure
        name={`Within ${one.tolerance} of its design`}
        text={one.off ? `${one.off} of ${one.points} points are out` : `all ${one.points} points`}
        strong
      />
      {flatness?.range && <Figure name="Range, highest to lowest" text={flatness.range.text} />}
      {flatness?.tilt && <Figure name="Tilt, as a whole" text={flatness.tilt} />}
      {flatness?.bumps && <Figure name="Bumps, tilt apart" text={flatness.bumps.text} />}
      {flatness?.worst.map(({ point, off }) => (
        <Figure key={point} name={`At ${point}, off its plane`} text={off} />
      ))}
    </div>
  );
}

function Close({ pour }: { pour: string }) {
  const form = useForm({
    draft: `close:${pour}`,
    initial: { note: "" },
    send: ({ id, note }, taken_at) =>
      told(
        api.POST("/api/v1/pours/{pour}/closing", {
          params: { path: { pour } },
          body: { id, note, taken_at },
        }),
      ),
  });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1.5}>
      <Entry form={form} name="note" label="Weather, helpers, anything to remember" />
      <RecordButton form={form} fields={["note"]}>
        Close the pour
      </RecordButton>
    </Stack>
  );
}
