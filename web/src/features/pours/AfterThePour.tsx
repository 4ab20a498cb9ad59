import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { DayAndTime } from "./DayAndTime";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { Figure } from "../../parts/Figure";
import { momentOf, typedMoment } from "./moment";

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
          (isShot && job.can_plan ? (
            <Close pour={pour} />
          ) : (
            <Typography color="text.secondary">
              Once its finished surface is shot, the pour can be closed, if nothing held it when it
              began.
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

/** Closes a pour by the list as it stood when its first concrete was placed. */
function Close({ pour }: { pour: Schemas["PourSheet"] }) {
  const form = useForm({
    draft: `close:${pour.id}`,
    initial: { ...typedMoment(pour.pours_at), note: "" },
    send: ({ id, day, time, note }, taken_at) =>
      told(
        api.POST("/api/v1/pours/{pour}/closing", {
          params: { path: { pour: pour.id } },
          body: { id, note, began_at: momentOf(day, time), taken_at },
        }),
      ),
  });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1.5}>
      <Typography>The list is kept as it stood when the first concrete was placed.</Typography>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
        <DayAndTime form={form} name="began_at" labels={["It began on", "at"]} />
      </Stack>
      <Entry form={form} name="note" label="Weather, helpers, anything to remember" />
      <RecordButton form={form} fields={["began_at", "note"]}>
        Close the pour
      </RecordButton>
    </Stack>
  );
}
