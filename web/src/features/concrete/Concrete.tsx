import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useFloor } from "../../api/queries";
import { Choose, useChosen } from "../../parts/Choose";
import { Needs } from "../../parts/Needs";
import { Empty, Loaded, Page, Panel } from "../../parts/Page";
import { Parts } from "../../parts/Parts";
import { planPegs } from "../../parts/plan/pegs";
import { Figure } from "../../parts/Figure";
import { OverTheLine } from "../line";
import { useJobSheet } from "../frame/useJobSheet";
import { Shares } from "./Charts";
import { Notices } from "../notices";
import { Options } from "./Options";
import { Prices } from "./Prices";
import { Quantities } from "./Quantities";
import { ThicknessMap } from "./ThicknessMap";

type Job = Schemas["JobSheet"];
type Floor = Schemas["FloorPlan"];

/** The floor's answer: how thick it will be, how much concrete, and how much to order. */
export function Concrete() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const { floor } = chosen;
  const query = useFloor(floor?.id ?? "");
  if (!floor) return <Needs job={job} title="Concrete" what="floor" />;
  return (
    <Page
      title={`Concrete, ${floor.name}`}
      lead={`Top of slab ${floor.top_of_slab.text}, ${floor.thickness.text} thick, ${floor.area.text}`}
      action={<Choose job={job} chosen={chosen} withSetUp={false} />}
    >
      <Loaded query={query}>
        {(sheet) => (
          <Parts
            label="Parts of the concrete"
            parts={[
              {
                key: "thickness",
                name: "Thickness",
                content: <Thickness job={job} floor={floor} sheet={sheet} />,
              },
              {
                key: "ways",
                name: "Ways to pour",
                content: (
                  <Ahead sheet={sheet} what="Ways to pour">
                    <Options job={job} floor={floor} typed={sheet.typed} />
                  </Ahead>
                ),
              },
              {
                key: "customer",
                name: "The customer",
                content: (
                  <Ahead sheet={sheet} what="The customer's notices">
                    <Notices job={job} floor={floor} />
                  </Ahead>
                ),
              },
              {
                key: "prices",
                name: "Prices and order",
                content: (
                  <Stack spacing={2}>
                    <Quantities job={job} />
                    <OverTheLine what="Prices">
                      <Prices job={job} />
                    </OverTheLine>
                  </Stack>
                ),
              },
            ]}
          />
        )}
      </Loaded>
    </Page>
  );
}

type SheetProps = { sheet: Schemas["FloorSheet"] };

/** How thick it will be, and how much to order for it. */
function Thickness({ job, floor, sheet }: SheetProps & { job: Job; floor: Floor }) {
  return (
    <Stack direction={{ xs: "column", lg: "row" }} spacing={2}>
      <Stack spacing={2} sx={{ flex: 2, minWidth: 0 }}>
        <Doubt job={job} plan={sheet.plan} />
        {sheet.take_off ? (
          <TakeOff takeOff={sheet.take_off} plan={sheet.plan} />
        ) : (
          <NoVolume sheet={sheet} />
        )}
        <Shares floor={floor.id} />
      </Stack>
      <Box sx={{ flex: 3, minWidth: 0 }}>
        <ThicknessMap
          plan={sheet.plan}
          pegs={thicknessPegs(sheet.plan)}
          isMetric={job.volume_unit === "m³"}
        />
      </Box>
    </Stack>
  );
}

function NoVolume({ sheet }: SheetProps) {
  return (
    <Empty>
      No volume yet ({sheet.undecided?.typed}). {sheet.undecided?.why} {sheet.undecided?.accepts}
    </Empty>
  );
}

/** What rests on a volume, and on the line. */
function Ahead({ sheet, what, children }: SheetProps & { what: string; children: ReactNode }) {
  if (!sheet.take_off) return <NoVolume sheet={sheet} />;
  return <OverTheLine what={what}>{children}</OverTheLine>;
}

/** Says what is left out because it is in doubt, and where the way out is. */
function Doubt({ job, plan }: { job: Schemas["JobSheet"]; plan: Schemas["FloorPlan"] }) {
  const shaken = job.set_ups.find((setUp) => setUp.standing.in_doubt);
  if (!plan.counts.in_doubt) return null;
  return (
    <Alert
      severity="error"
      action={
        shaken && (
          <Button component={Link} to={`/jobs/${job.id}/set-up/${shaken.id}/way-out`}>
            The way out
          </Button>
        )
      }
    >
      {plan.counts.in_doubt} readings are in doubt and left out of every figure here.
    </Alert>
  );
}

function thicknessPegs(plan: Schemas["FloorPlan"]) {
  const sound = plan.pegs.filter((peg) => !peg.shot?.in_doubt);
  const texts = new Map(sound.map((peg) => [peg.id, peg.shot?.thickness?.text ?? ""]));
  return planPegs(plan).map((peg) => ({ ...peg, text: texts.get(peg.id) ?? "" }));
}

type TakeOffProps = { takeOff: Schemas["TakeOff"]; plan: Schemas["FloorPlan"] };

function TakeOff({ takeOff, plan }: TakeOffProps) {
  const { counts } = plan;
  return (
    <>
      <Panel title="Order">
        <Typography sx={{ fontSize: "3.4rem", fontWeight: 700, lineHeight: 1 }} data-testid="order">
          {takeOff.order.text}
        </Typography>
        <Typography color="text.secondary">
          {takeOff.volume.text} and {takeOff.waste_percent} % waste, up to the next{" "}
          {takeOff.order_step}
        </Typography>
        {counts.not_shot > 0 && (
          <Alert severity="warning" sx={{ mt: 2 }}>
            {counts.not_shot} of {counts.points} points are not shot yet: these figures rest on the
            rest.
          </Alert>
        )}
        {takeOff.asks_for_shots && (
          <Alert severity="warning" sx={{ mt: 1 }}>
            {takeOff.asks_for_shots}
          </Alert>
        )}
        {counts.thin > 0 && (
          <Alert severity="error" sx={{ mt: 1 }}>
            {counts.thin} point{counts.thin > 1 ? "s are" : " is"} thinner than{" "}
            {plan.least_thickness.text}: a hold until the stone is taken off.
          </Alert>
        )}
      </Panel>
      <Panel title="Thickness">
        <Figure
          name={`Thinnest, at ${takeOff.thinnest.point}`}
          text={takeOff.thinnest.thickness.text}
          strong
        />
        <Figure
          name={`Thickest, at ${takeOff.thickest.point}`}
          text={takeOff.thickest.thickness.text}
        />
        <Figure name="Mean of the shots" text={takeOff.mean.text} />
        <Figure name="As planned" text={plan.thickness.text} />
      </Panel>
      <Panel title="Volume">
        {takeOff.waits && (
          <Alert severity="info" sx={{ mb: 1 }}>
            {takeOff.waits}
          </Alert>
        )}
        {!takeOff.waits && <Figure name="Over the shot stone" text={takeOff.volume.text} strong />}
        <Figure name="Range" text={takeOff.sure_text} />
        {takeOff.sure_parts.map((part) => (
          <Figure key={part.name} name={`· ${part.name}`} text={`± ${part.amount.text}`} />
        ))}
        <Figure
          name="Field book: mean × area"
          text={takeOff.field_book_volume.text}
          strong={takeOff.waits !== ""}
        />
        {takeOff.field_book_difference && (
          <Figure name="Field book against it" text={takeOff.field_book_difference.text} />
        )}
        <Figure name="Nominal: area × planned" text={takeOff.nominal_volume.text} />
        <Figure name="Against nominal" text={takeOff.extra.text} />
        {takeOff.extrapolated_percent !== null && (
          <Figure name="Outside the shots" text={`${takeOff.extrapolated_percent} % of the area`} />
        )}
      </Panel>
    </>
  );
}
