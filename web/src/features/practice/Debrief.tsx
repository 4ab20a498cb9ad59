import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";

type Props = {
  told: Schemas["DebriefSheet"];
  onAgain: (isSame: boolean) => void;
};

/** The end: what was true, what was read and said, what slipped, what to do next time. */
export function Debrief({ told, onAgain }: Props) {
  return (
    <Stack spacing={2}>
      <Box
        sx={{
          p: 2,
          borderLeft: 12,
          borderColor: told.is_passed ? "success.main" : "error.main",
          bgcolor: "background.paper",
        }}
      >
        <Typography variant="h2">{headed(told)}</Typography>
        {told.mistakes.map((words) => (
          <Typography key={words} sx={{ fontWeight: 600 }}>
            {words}
          </Typography>
        ))}
        <Typography component="div" sx={{ mt: 1 }}>
          Next time:
          <ul style={{ margin: 0 }}>
            {told.next_time.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </Typography>
        <Stack direction="row" sx={{ gap: 1, mt: 1.5, flexWrap: "wrap" }}>
          <Button variant="contained" onClick={() => onAgain(false)}>
            Again, on another site
          </Button>
          <Button variant="outlined" onClick={() => onAgain(true)}>
            Again, on this one
          </Button>
          <Button component={Link} to="/">
            All lessons
          </Button>
        </Stack>
      </Box>
      <Cost cost={told.cost} />
      {told.answers.length > 0 && (
        <Panel title="Your answers">
          {told.answers.map((one, number) => (
            <Row key={`${one.asks} ${number}`} isGood={one.is_right} asks={one.asks}>
              {one.typed || "nothing"}
              {!one.is_right && one.right && <strong> · right: {one.right}</strong>}
              {one.mistake && ` · ${one.mistake}`}
            </Row>
          ))}
        </Panel>
      )}
      {told.points_told.length > 0 && (
        <Panel title="Your heights against the truth">
          {told.points_told.map((one) => (
            <Row key={one.spot} isGood={one.is_near} asks={one.spot}>
              {one.written} by your book, {one.true} in truth: {one.off}
            </Row>
          ))}
        </Panel>
      )}
      {told.readings.length > 0 && (
        <Panel title="Your readings against the truth">
          {told.readings.map((one, number) => (
            <Row key={`${one.spot} ${number}`} isGood={Math.abs(one.steps) <= 1.5} asks={one.spot}>
              {one.typed}, the rod showed {one.true}: {one.off}, {one.steps} of its steps
            </Row>
          ))}
        </Panel>
      )}
      <Panel title="What went wrong on the site">
        {told.slips.length === 0 && <Typography>Nothing did.</Typography>}
        {told.slips.map(({ words, was_noticed }) => (
          <Row key={words} isGood={was_noticed} asks={words}>
            {was_noticed ? "You noticed." : "It was not noticed."}
          </Row>
        ))}
      </Panel>
    </Stack>
  );
}

function headed({ is_passed, points, of, mistakes }: Props["told"]): string {
  if (of === 0) return mistakes.length > 0 ? "Not quite" : "Done without a mistake";
  return `${is_passed ? "Passed" : "Not yet"}, ${points} of ${of} points`;
}

/** What it would have cost on a real site, had it been believed. */
function Cost({ cost }: { cost: Props["told"]["cost"] }) {
  const { concrete, again, minutes, took } = cost;
  return (
    <Panel title="What it would have cost">
      {concrete && <Typography>Concrete ordered by this: {concrete}.</Typography>}
      {again.length > 0 && (
        <Typography>
          To do again: {again.join(", ")}, some {minutes} minutes.
        </Typography>
      )}
      {!concrete && again.length === 0 && <Typography>Nothing had to be done again.</Typography>}
      <Typography variant="body2" color="text.secondary">
        You took {took < 1 ? "less than a minute" : took === 1 ? "a minute" : `${took} minutes`}.
      </Typography>
    </Panel>
  );
}

type RowProps = { isGood: boolean; asks: string; children: React.ReactNode };

function Row({ isGood, asks, children }: RowProps) {
  return (
    <Stack direction="row" sx={{ gap: 1.5, py: 0.75, borderBottom: 1, borderColor: "divider" }}>
      <Typography
        sx={{ width: 24, fontWeight: 700, color: isGood ? "success.main" : "error.main" }}
        aria-label={isGood ? "right" : "wrong"}
      >
        {isGood ? "✓" : "✗"}
      </Typography>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography>{asks}</Typography>
        <Typography variant="body2">{children}</Typography>
      </Box>
    </Stack>
  );
}
