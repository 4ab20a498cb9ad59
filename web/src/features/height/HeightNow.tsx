import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useSession } from "../../api/queries";
import { useKept } from "../../parts/drafts";
import { Page } from "../../parts/Page";
import { Select } from "../../parts/Select";
import { TopBar } from "../frame/TopBar";
import { Lead, ThreeNumbers } from "./ThreeNumbers";

/** A height before there is a job: from three numbers, kept only when asked. */
export function HeightNow() {
  const crews = useSession().data?.crews ?? [];
  const [kept, keepCrew] = useKept("height-crew", "");
  const crew = crews.find((one) => one.id === kept) ?? crews[0];
  return (
    <>
      <TopBar />
      <Box component="main" sx={{ maxWidth: 1100 }}>
        <Page title="Height now" lead={<Lead />}>
          {crew ? (
            <ThreeNumbers key={crew.id} crew={crew.id}>
              {crews.length > 1 && (
                <Select
                  label="Crew"
                  value={crew.id}
                  options={crews.map(({ id, name }) => [id, name] as const)}
                  onChange={keepCrew}
                />
              )}
            </ThreeNumbers>
          ) : (
            <Typography>You are in no crew yet: ask an owner to take you in.</Typography>
          )}
        </Page>
      </Box>
    </>
  );
}
