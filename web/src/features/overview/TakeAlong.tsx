import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import type { Schemas } from "../../api/client";
import { useKept } from "../../parts/drafts";
import { Loaded, Page, Panel } from "../../parts/Page";
import { useJobSheet } from "../frame/useJobSheet";
import { useTakeAlong } from "./useTakeAlong";

type Item = Schemas["TakenItem"];

/** What to take along, ticked in the truck; what is short stands first. */
export function TakeAlong() {
  const job = useJobSheet();
  const [kept, keep] = useKept(`taken:${job.id}`, "[]");
  const ticked = JSON.parse(kept) as string[];
  const query = useTakeAlong(job.id);
  const toggle = (key: string) =>
    keep(
      JSON.stringify(ticked.includes(key) ? ticked.filter((one) => one !== key) : [...ticked, key]),
    );
  return (
    <Page
      title="What to take along"
      lead="Worked out from the plan and the crew's gear; tick it in the truck."
      action={
        <>
          <Button variant="outlined" onClick={() => keep("[]")}>
            Begin anew
          </Button>
          <Button variant="outlined" onClick={() => window.print()}>
            Print
          </Button>
        </>
      }
    >
      <Loaded query={query}>
        {({ items }) => (
          <Panel
            title={`${items.filter(({ key }) => ticked.includes(key)).length} of ${items.length} in the truck`}
          >
            <Box component="ul" aria-label="Things" sx={{ m: 0, p: 0, listStyle: "none" }}>
              {items.map((item) => (
                <Row
                  key={item.key}
                  item={item}
                  isTicked={ticked.includes(item.key)}
                  onTick={() => toggle(item.key)}
                />
              ))}
            </Box>
          </Panel>
        )}
      </Loaded>
    </Page>
  );
}

function Row({ item, isTicked, onTick }: { item: Item; isTicked: boolean; onTick: () => void }) {
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: "divider" }}>
      <FormControlLabel
        sx={{ minHeight: 48, width: "100%" }}
        control={<Checkbox checked={isTicked} onChange={onTick} />}
        label={
          <span>
            <strong>
              {item.name}
              {item.amount && `, ${item.amount}`}
            </strong>
            {item.why && ` · ${item.why}`}
            {item.short && (
              <Box component="span" sx={{ display: "block", fontWeight: 700, color: "high" }}>
                Short: {item.short}
              </Box>
            )}
          </span>
        }
      />
    </Box>
  );
}
