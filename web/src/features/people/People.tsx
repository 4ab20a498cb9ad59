import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { api, told } from "../../api/client";
import { useSession } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { TopBar } from "../frame/TopBar";
import { OverTheLine } from "../line";
import { Invitations } from "./Invitations";
import { Person } from "./Person";

export const usePeople = (crew: string) =>
  useQuery({
    queryKey: ["people", crew],
    queryFn: () => told(api.GET("/api/v1/crews/{crew}/people", { params: { path: { crew } } })),
  });

/** Who is in a crew, as what, and who is asked in. */
export function People() {
  const { crew = "" } = useParams();
  const session = useSession();
  const people = usePeople(crew);
  const own = session.data?.crews.find((one) => one.id === crew);
  return (
    <>
      <TopBar />
      <Box component="main" sx={{ maxWidth: 900 }}>
        <Page title="People" lead={own?.name}>
          <OverTheLine what="Who is in the crew">
            <Loaded query={people}>
              {(sheet) => (
                <Stack spacing={2}>
                  <Panel title="In the crew">
                    <Stack
                      component="ul"
                      sx={{ listStyle: "none", p: 0, m: 0, "& > li + li": LINE }}
                    >
                      {sheet.people.map((person) => (
                        <li key={person.id}>
                          <Person crew={crew} person={person} sheet={sheet} />
                        </li>
                      ))}
                    </Stack>
                  </Panel>
                  {sheet.can_change && <Invitations crew={crew} sheet={sheet} />}
                </Stack>
              )}
            </Loaded>
          </OverTheLine>
        </Page>
      </Box>
    </>
  );
}

const LINE = { borderTop: 1, borderColor: "divider" };
