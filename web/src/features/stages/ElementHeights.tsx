import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { Link, useParams } from "react-router";
import { Choose, useChosen } from "../../parts/Choose";
import { Lost } from "../../parts/Lost";
import { Needs } from "../../parts/Needs";
import { Page } from "../../parts/Page";
import { drawnLines, outlineSpots } from "../../parts/plan/pegs";
import { useJobSheet } from "../frame/useJobSheet";
import { Heights, Sheet } from "../marks";
import type { OwnStage } from "../../parts/kinds";
import { STAGES } from "./stages";

function useSubject() {
  const { element: key = "" } = useParams();
  const job = useJobSheet();
  const chosen = useChosen(job);
  return { job, chosen, element: job.elements.find((one) => one.id === key) };
}

/** The heights of an element at a stage, four ways. */
export function ElementHeights({ stage }: { stage: OwnStage }) {
  const { job, chosen, element } = useSubject();
  const words = STAGES[stage];
  if (!element) return <Lost />;
  if (!chosen.setUp) return <Needs job={job} title={words.title} what="set-up" />;
  return (
    <Page
      title={`Heights, ${element.name}`}
      lead={`${words.title}; from set-up ${chosen.setUp.number}, carried from ${chosen.setUp.known}`}
      action={
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <Choose job={job} chosen={chosen} withFloor={false} />
          <Button component={Link} to={`/jobs/${job.id}/${words.path}`} variant="contained">
            Shoot it
          </Button>
          <Button
            component={Link}
            to={`/jobs/${job.id}/${stage}/sheet/${element.id}`}
            variant="outlined"
          >
            Clamp sheet
          </Button>
        </Stack>
      }
    >
      <Heights
        job={job}
        setUp={chosen.setUp}
        marked={{ element: element.id, stage }}
        name={element.name}
        outlines={[]}
        lines={[
          ...job.floors.map((floor) => ({
            spots: outlineSpots(floor),
            isClosed: true,
            isFaint: true,
          })),
          ...drawnLines(element.drawn),
        ]}
      />
    </Page>
  );
}

/** The clamp sheet of an element at a stage. */
export function ElementSheet({ stage }: { stage: OwnStage }) {
  const { job, chosen, element } = useSubject();
  if (!element) return <Lost />;
  if (!chosen.setUp) return <Needs job={job} title="Clamp sheet" what="set-up" />;
  return (
    <Sheet
      job={job}
      setUp={chosen.setUp.id}
      marked={{ element: element.id, stage }}
      name={`${element.name}, ${STAGES[stage].title.toLowerCase()}`}
      choose={<Choose job={job} chosen={chosen} withFloor={false} />}
    />
  );
}
