import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useParams } from "react-router";
import { useGear, useSession } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { TopBar } from "../frame/TopBar";
import { NewInstrument } from "./NewInstrument";
import { NewRod } from "./NewRod";

/** The crew's instruments and rods, shared by its jobs. */
export function Gear() {
  const { crew = "" } = useParams();
  const session = useSession();
  const gear = useGear(crew);
  const own = session.data?.crews.find((one) => one.id === crew);
  return (
    <>
      <TopBar />
      <Page title="Gear" lead={own?.name}>
        <Loaded query={gear}>
          {(sheet) => (
            <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
              <Stack spacing={2} sx={{ flex: 1 }}>
                <Panel title="Rods">
                  {sheet.rods.map((rod) => (
                    <Item
                      key={rod.id}
                      name={rod.name}
                      text={`${rod.length_text}, ${rod.numbering_text}, ${rod.graduation.label}`}
                    />
                  ))}
                </Panel>
                {own?.can_plan && <NewRod crew={crew} graduations={sheet.graduations} />}
              </Stack>
              <Stack spacing={2} sx={{ flex: 1 }}>
                <Panel title="Instruments">
                  {sheet.instruments.map((instrument) => (
                    <Item
                      key={instrument.id}
                      name={instrument.name}
                      text={[
                        instrument.kind_text,
                        instrument.range_text && `reaches ${instrument.range_text}`,
                        instrument.least_distance_text &&
                          `no nearer than ${instrument.least_distance_text}`,
                      ]
                        .filter(Boolean)
                        .join(", ")}
                    />
                  ))}
                </Panel>
                {own?.can_plan && <NewInstrument crew={crew} />}
              </Stack>
            </Stack>
          )}
        </Loaded>
      </Page>
    </>
  );
}

function Item({ name, text }: { name: string; text: string }) {
  return (
    <Box sx={{ py: 0.75 }}>
      <Typography sx={{ fontWeight: 700 }}>{name}</Typography>
      <Typography color="text.secondary">{text}</Typography>
    </Box>
  );
}
