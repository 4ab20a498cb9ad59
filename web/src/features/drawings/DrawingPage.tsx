import Alert from "@mui/material/Alert";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { api, problemsOf, told } from "../../api/client";
import { useDelayed } from "../../parts/delayed";
import { useDraft } from "../../parts/drafts";
import { Page } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { useJobSheet } from "../frame/useJobSheet";
import { OverTheLine } from "../line";
import { LayIt } from "./LayIt";
import { Placing } from "./Placing";
import { AS_IT_IS, type Lay } from "./form";

/** A drawing: read beside the pages first, then looked at and placed. */
export function DrawingPage() {
  const { drawing = "" } = useParams();
  const { data: work, error } = useQuery({
    queryKey: ["work", drawing],
    queryFn: () => told(api.GET("/api/v1/works/{work}", { params: { path: { work: drawing } } })),
    refetchInterval: ({ state }) =>
      state.data?.state === "waiting" || state.data?.state === "running" ? 400 : false,
  });
  if (work?.state === "done") return <Read key={drawing} drawing={drawing} />;
  return (
    <Page title="A drawing" lead={work?.file_name ?? ""}>
      <OverTheLine what="Drawings">
        {work?.state === "failed" ? (
          <>
            <Typography>
              <strong>It was not read;</strong> nothing was changed.
            </Typography>
            <Problems problems={work.problems} />
          </>
        ) : (
          <>
            <Typography>It is being read; you can leave this page, it goes on.</Typography>
            <LinearProgress aria-label="Reading the drawing" />
          </>
        )}
        <Problems problems={problemsOf(error)} />
      </OverTheLine>
    </Page>
  );
}

/** A drawing that was read, laid as its draft says. */
function Read({ drawing }: { drawing: string }) {
  const job = useJobSheet();
  const draft = useDraft<Lay>(`lay:${drawing}`, AS_IT_IS);
  const { unit, within, known } = useDelayed(draft.values, 250);
  const lay: Lay = { unit, within, known };
  const { data: laid, error } = useQuery({
    queryKey: ["drawing", drawing, lay],
    queryFn: () =>
      told(
        api.POST("/api/v1/drawings/{drawing}/laid", { params: { path: { drawing } }, body: lay }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
  // While what is typed can't be, the drawing stays as it was laid before.
  const [kept, keep] = useState(laid);
  if (laid && laid !== kept) keep(laid);
  const data = laid ?? kept;
  const layIt = (
    <LayIt
      job={job}
      sheet={data}
      lay={draft.values}
      change={draft.set}
      problems={problemsOf(error)}
    />
  );
  const know = (handle: string, corner: number) =>
    draft.set({
      known: [...draft.values.known, { handle, corner, benchmark: null, right: "", away: "" }],
    });
  if (!data)
    return (
      <Page title="A drawing">
        <OverTheLine what="Drawings">
          {error ? layIt : <LinearProgress aria-label="Laying the drawing" />}
        </OverTheLine>
      </Page>
    );
  return (
    <OverTheLine what="Drawings">
      <Placing job={job} sheet={data} lay={lay} layIt={layIt} onKnown={know} />
      {error !== null && <Alert severity="warning">It is shown as it was laid before.</Alert>}
    </OverTheLine>
  );
}
