import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useStage } from "../../api/queries";
import { Figure } from "../../parts/Figure";
import { keepChoice } from "../../parts/drafts";
import { KINDS, type OwnStage } from "../../parts/kinds";
import { STAGES } from "../stages";
import { countWords } from "../overview/Counts";
import { Side } from "./Side";
import type { useOpened } from "./useOpened";

type Props = {
  job: Schemas["JobSheet"];
  element: Schemas["ElementSheet"];
  opened: ReturnType<typeof useOpened>;
};

/** An element: its level, how far each of its stages is, and what to do with it. */
export function OpenElement({ job, element, opened }: Props) {
  const { level: levelOf, lead, stages } = KINDS[element.kind];
  return (
    <Side title={element.name} lead={element.kind_text} onBack={() => opened.go({ part: "" })}>
      {levelOf && (
        <Stack spacing={0.5}>
          <Figure name={levelOf} text={element.level?.text ?? "found on site"} strong />
          <Figure name="On within" text={`${element.tolerance.text} high or low`} />
        </Stack>
      )}
      {!stages.length && <Typography>{lead}</Typography>}
      {stages.map((stage) => (
        <AtStage key={stage} job={job} element={element} stage={stage} opened={opened} />
      ))}
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        {job.can_plan && (
          <Button component={Link} to={`/jobs/${job.id}/elements/${element.id}`} variant="outlined">
            Change
          </Button>
        )}
        <Button
          component={Link}
          to={`/jobs/${job.id}/happened?about=${element.id}`}
          variant="outlined"
        >
          What happened
        </Button>
      </Stack>
    </Side>
  );
}

function AtStage({ job, element, stage, opened }: Props & { stage: OwnStage }) {
  const query = useStage(job.id, stage);
  const work = query.data?.works.find((one) => one.id === element.id);
  if (!work) return null;
  const { counts } = work;
  const words = STAGES[stage];
  const isDone = counts.points > 0 && counts.on + counts.found === counts.points;
  return (
    <Box sx={{ borderLeft: 8, borderColor: isDone ? "peg" : "divider", pl: 1.5 }}>
      <Typography variant="h3">{words.title}</Typography>
      <Typography>{countWords(counts)}</Typography>
      <Stack direction="row" sx={{ gap: 0.5, flexWrap: "wrap" }}>
        {opened.stage !== stage && (
          <Button
            sx={{ px: 1 }}
            aria-label={`Show its points: ${words.title.toLowerCase()}`}
            onClick={() => opened.go({ stage })}
          >
            Show its points
          </Button>
        )}
        {job.set_ups.length > 0 && (
          <Button
            component={Link}
            to={`/jobs/${job.id}/${words.path}`}
            onClick={() => keepChoice(`element:${job.id}:${stage}`, element.id)}
            sx={{ px: 1 }}
          >
            Shoot it
          </Button>
        )}
        {stage !== "layout" && job.set_ups.length > 0 && (
          <Button
            component={Link}
            to={`/jobs/${job.id}/${stage}/heights/${element.id}`}
            sx={{ px: 1 }}
          >
            Heights
          </Button>
        )}
      </Stack>
    </Box>
  );
}
