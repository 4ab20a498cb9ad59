import Box from "@mui/material/Box";
import { Page, Panel } from "../../parts/Page";
import { TopBar } from "../frame/TopBar";
import { TERMS, Term } from "./Term";

/** Every word of the trade that the screens use. */
export function WordsPage() {
  const keys = [...TERMS.values()].sort((a, b) => a.word.localeCompare(b.word));
  return (
    <>
      <TopBar />
      <Box component="main">
        <Page title="Words" lead="The words of the trade, as every screen uses them.">
          <Panel>
            <Box
              sx={{
                display: "grid",
                gap: 2.5,
                gridTemplateColumns: "repeat(auto-fit, minmax(300px, 1fr))",
              }}
            >
              {keys.map(({ key }) => (
                <Term key={key} of={key} />
              ))}
            </Box>
          </Panel>
        </Page>
      </Box>
    </>
  );
}
