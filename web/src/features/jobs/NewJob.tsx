import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import { useNavigate } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { useGear, useSession } from "../../api/queries";
import { keepChoice, keptChoice } from "../../parts/drafts";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Loaded, Page, Panel } from "../../parts/Page";
import { TopBar } from "../frame/TopBar";

type Style = Schemas["JobInputRequest"]["style"];

const EMPTY = { crew: "", name: "", place: "", style: "" };
const USUAL = "ft-in/8";
const FIELDS = ["name", "place"];

/** A new job: a name is enough, everything else may come later. */
export function NewJob() {
  const crews = (useSession().data?.crews ?? []).filter((crew) => crew.can_plan);
  const crew = crews[0]?.id;
  const gear = useGear(crew ?? "");
  if (!crew) return <JobForm crews={crews} usual={USUAL} />;
  return (
    <Loaded query={gear}>
      {({ rods }) => <JobForm crews={crews} usual={usualStyle(crew, rods)} />}
    </Loaded>
  );
}

type FormProps = { crews: readonly Schemas["CrewSheet"][]; usual: string };

function JobForm({ crews, usual }: FormProps) {
  const session = useSession();
  const navigate = useNavigate();
  const form = useForm({
    draft: "job",
    initial: { ...EMPTY, crew: crews[0]?.id ?? "", style: usual },
    send: ({ id, crew, name, place, style }) =>
      told(api.POST("/api/v1/jobs", { body: { id, crew, name, place, style: style as Style } })),
    onRecorded: ({ id }) => {
      keepChoice(`style:${crews[0]?.id ?? ""}`, form.values.style);
      return navigate(`/jobs/${id}`);
    },
  });
  const styles = (session.data?.styles ?? []).map(
    ({ code, label, example }) => [code, `${label}: ${example}`] as const,
  );
  return (
    <>
      <TopBar />
      <Box component="main" sx={{ maxWidth: 720 }}>
        <form noValidate onSubmit={form.submit}>
          <Page title="New job">
            <Panel title="The job">
              <Stack spacing={2}>
                {crews.length > 1 && (
                  <Choice
                    form={form}
                    name="crew"
                    label="Crew"
                    options={crews.map(({ id, name }) => [id, name] as const)}
                  />
                )}
                <Entry form={form} name="name" label="Job" hint="Left empty, it gets a number" />
                <Entry form={form} name="place" label="Place" hint="May be left empty" />
                <Choice form={form} name="style" label="Lengths are shown in" options={styles} />
              </Stack>
            </Panel>
            <RecordButton form={form} fields={FIELDS}>
              Open the job
            </RecordButton>
          </Page>
        </form>
      </Box>
    </>
  );
}

/** The style of this device's last job, else its rod's, else feet and inches; yours to change. */
function usualStyle(crew: string, rods: readonly Schemas["RodSheet"][]): string {
  const kept = keptChoice(`kit:${crew}:rod`);
  const rod = rods.find(({ id }) => id === kept) ?? rods[0];
  return keptChoice(`style:${crew}`) || (rod?.style ?? USUAL);
}
