import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link, useParams } from "react-router";
import type { Schemas } from "../../api/client";
import { useGear, useSession } from "../../api/queries";
import { OnDemand } from "../../parts/OnDemand";
import { Loaded, Page, Panel } from "../../parts/Page";
import { TopBar } from "../frame/TopBar";
import { TrustMark } from "../instruments/TrustMark";
import { Choices } from "./Choices";
import { NewInstrument } from "./NewInstrument";
import { NewReceiver } from "./NewReceiver";
import { NewRod } from "./NewRod";
import { RetiredGear } from "./RetiredGear";

/** The crew's instruments, receivers and rods, shared by its jobs. */
export function Gear() {
  const { crew = "" } = useParams();
  const session = useSession();
  const gear = useGear(crew);
  const own = session.data?.crews.find((one) => one.id === crew);
  return (
    <>
      <TopBar />
      <Box component="main">
        <Page title="Gear" lead={own?.name}>
          <Loaded query={gear}>
            {(sheet) => (
              <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
                <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
                  <Panel title="Instruments">
                    {sheet.instruments.map((instrument) => (
                      <InstrumentItem
                        key={instrument.id}
                        crew={crew}
                        instrument={instrument}
                        canPlan={own?.can_plan ?? false}
                      />
                    ))}
                  </Panel>
                  {own?.can_plan && (
                    <OnDemand
                      title="Add an instrument"
                      draft={`instrument:${crew}`}
                      isFirst={!sheet.instruments.length}
                    >
                      {(close) => <NewInstrument crew={crew} onAdded={close} />}
                    </OnDemand>
                  )}
                  {own?.can_plan && (
                    <OnDemand title="How the crew counts" draft={`choices:${crew}`}>
                      {() => (
                        <Choices
                          key={JSON.stringify(sheet.choices)}
                          crew={crew}
                          choices={sheet.choices}
                          isOwner={own.role === "Owner"}
                        />
                      )}
                    </OnDemand>
                  )}
                </Stack>
                <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
                  <Panel title="Receivers">
                    {sheet.receivers.length === 0 && (
                      <Typography color="text.secondary">
                        None yet. Without one, the beam is taken as read by eye.
                      </Typography>
                    )}
                    {sheet.receivers.map((receiver) => (
                      <Item
                        key={receiver.id}
                        name={receiver.name}
                        to={own?.can_plan && `receivers/${receiver.id}/put-right`}
                        text={`fine ${receiver.fine_text}, coarse ${receiver.coarse_text}; ${receiver.signals
                          .slice(0, 2)
                          .map(({ sound, means }) => `${sound}: ${means}`)
                          .join("; ")}`}
                      />
                    ))}
                  </Panel>
                  {own?.can_plan && (
                    <OnDemand title="Add a receiver" draft={`receiver:${crew}`}>
                      {(close) => <NewReceiver crew={crew} onAdded={close} />}
                    </OnDemand>
                  )}
                  <Panel title="Rods">
                    {sheet.rods.map((rod) => (
                      <Item
                        key={rod.id}
                        name={rod.name}
                        to={own?.can_plan && `rods/${rod.id}/put-right`}
                        text={`${rod.length_text}, ${rod.numbering_text}, ${rod.graduation.label}, ${
                          rod.has_bubble ? "with a bubble" : "no bubble"
                        }, read to ${rod.read_to_text}`}
                      />
                    ))}
                  </Panel>
                  {own?.can_plan && (
                    <OnDemand title="Add a rod" draft={`rod:${crew}`} isFirst={!sheet.rods.length}>
                      {(close) => (
                        <NewRod crew={crew} graduations={sheet.graduations} onAdded={close} />
                      )}
                    </OnDemand>
                  )}
                  <RetiredGear crew={crew} canPlan={own?.can_plan ?? false} />
                </Stack>
              </Stack>
            )}
          </Loaded>
        </Page>
      </Box>
    </>
  );
}

type InstrumentProps = {
  crew: string;
  instrument: Schemas["InstrumentSheet"];
  canPlan: boolean;
};

function InstrumentItem({ crew, instrument, canPlan }: InstrumentProps) {
  const text = [
    instrument.kind_text,
    `specified ${instrument.specification}`,
    instrument.beam_class && `beam ${instrument.beam_class}`,
    instrument.range_text && `reaches ${instrument.range_text}`,
    instrument.least_distance_text && `no nearer than ${instrument.least_distance_text}`,
  ]
    .filter(Boolean)
    .join(", ");
  return (
    <Stack direction="row" spacing={1} sx={{ alignItems: "center" }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Item
          name={instrument.name}
          text={text}
          to={canPlan && `instruments/${instrument.id}/put-right`}
        />
        <TrustMark trust={instrument.trust} />
      </Box>
      <Button
        component={Link}
        to={`/gear/${crew}/instruments/${instrument.id}`}
        variant="outlined"
        aria-label={`Check ${instrument.name}`}
      >
        Check
      </Button>
    </Stack>
  );
}

type ItemProps = { name: string; text: string; to: string | false | undefined };

function Item({ name, text, to }: ItemProps) {
  return (
    <Stack direction="row" sx={{ gap: 1, py: 0.75, alignItems: "center" }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography sx={{ fontWeight: 700 }}>{name}</Typography>
        <Typography color="text.secondary">{text}</Typography>
      </Box>
      {to && (
        <Button component={Link} to={to} aria-label={`Put right: ${name}`}>
          Put right
        </Button>
      )}
    </Stack>
  );
}
