import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Slider from "@mui/material/Slider";
import Stack from "@mui/material/Stack";
import Switch from "@mui/material/Switch";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { problemsOf } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Between } from "./Between";
import { RodBubble } from "./RodBubble";
import { RodView } from "./RodView";
import { SitePlan } from "./SitePlan";
import { CircularBubble, Telescope } from "./Telescope";
import type { Run } from "./run";
import { isSoundOn, switchSound } from "./sound";
import { type Act, type Sheet, useActs } from "./usePractice";
import { useSensed } from "./useSensed";
import type { Hands } from "./useShow";

const BEGIN_AT = 0.9;
const LEGS = 1.25;
/** How much the rod is lifted or lowered at a tap, metres. */
const A_LITTLE = 0.0005;

type Props = { run: Run; sheet: Sheet; hands: Hands | undefined };

/** The tripod, the rod and the receiver of a practice site, to be used with the hands. */
export function StandIns({ run, sheet, hands }: Props) {
  const acts = useActs(run);
  const [isPlacing, setPlacing] = useState(false);
  const [height, setHeight] = useState(LEGS);
  const act = (done: Act) => acts.mutate(done, { onSuccess: () => setPlacing(false) });
  const problems = problemsOf(acts.error);
  return (
    <Box
      sx={{
        display: "grid",
        gap: 2,
        alignItems: "start",
        gridTemplateColumns: {
          xs: "minmax(0, 1fr)",
          lg: sheet.rod.spot ? "minmax(0, 1fr) minmax(0, 1fr)" : "minmax(0, 1fr)",
        },
      }}
    >
      <Panel title="The site">
        <Stack spacing={1}>
          <SitePlan
            sheet={sheet}
            isPlacing={isPlacing}
            onPlace={(x, y) => act({ kind: "stand-up", x, y, height })}
            onSpot={(spot) => act({ kind: "carry", spot })}
          />
          <Instrument
            sheet={sheet}
            isPlacing={isPlacing}
            setPlacing={setPlacing}
            height={height}
            setHeight={setHeight}
            act={act}
          />
          <Between run={run} sheet={sheet} />
          <Problems problems={problems} />
        </Stack>
      </Panel>
      {sheet.rod.spot && <Rod run={run} sheet={sheet} act={act} hands={hands} />}
    </Box>
  );
}

type InstrumentProps = {
  sheet: Sheet;
  isPlacing: boolean;
  setPlacing: (isPlacing: boolean) => void;
  height: number;
  setHeight: (height: number) => void;
  act: (done: Act) => void;
};

function Instrument({ sheet, isPlacing, setPlacing, height, setHeight, act }: InstrumentProps) {
  const { stand, legs } = sheet;
  return (
    <Stack spacing={1}>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <Button variant={stand ? "outlined" : "contained"} onClick={() => setPlacing(!isPlacing)}>
          {isPlacing ? "Leave it" : stand ? "Stand it up elsewhere" : "Stand it up"}
        </Button>
        {stand && stand.legs_out > 0 && (
          <Button variant="contained" onClick={() => act({ kind: "set-legs" })}>
            Set its legs
          </Button>
        )}
        {stand && (
          <Typography variant="body2">
            Stands {stand.height} high
            {stand.legs_out > 0 && ", legs out of level"}
            {stand.is_at_eye_level && ". At eye level: keep people's eyes out of the beam."}
          </Typography>
        )}
      </Stack>
      {stand?.bubble && stand.legs_out === 0 && <CircularBubble at={stand.bubble} act={act} />}
      {isPlacing && (
        <Stack>
          <Typography id="legs">Tap a place on the plan. How high are its legs?</Typography>
          <Slider
            aria-labelledby="legs"
            value={height}
            onChange={(_, value) => setHeight(value as number)}
            min={legs[0] ?? LEGS}
            max={legs[1] ?? LEGS}
            step={0.05}
            shiftStep={0.2}
          />
          <Button
            variant="outlined"
            sx={{ alignSelf: "flex-start" }}
            onClick={() =>
              act({ kind: "stand-up", x: sheet.length / 2, y: sheet.width / 2, height })
            }
          >
            In the middle of the site
          </Button>
        </Stack>
      )}
      <Stack
        direction="row"
        sx={{ gap: 1, flexWrap: "wrap" }}
        aria-label="Carry the rod"
        role="group"
      >
        {sheet.spots.map(({ name, told }) => (
          <Button
            key={name}
            variant={sheet.rod.spot === name ? "contained" : "outlined"}
            onClick={() => act({ kind: "carry", spot: name })}
          >
            {name}
            {told && ` · ${told}`}
          </Button>
        ))}
      </Stack>
    </Stack>
  );
}

type RodProps = Props & { act: (done: Act) => void };

function Rod({ run, sheet, act, hands }: RodProps) {
  const { rod, receiver: record } = sheet;
  const [receiver, slide] = useState(BEGIN_AT);
  const [lifted, lift] = useState({ spot: rod.spot, above: 0 });
  const [followed, follow] = useState<Hands>();
  if (hands && hands !== followed) {
    follow(hands);
    if (hands.receiver > 0) slide(hands.receiver);
    lift({ spot: rod.spot, above: hands.above });
  }
  const [hasSound, setSound] = useState(isSoundOn);
  const above = lifted.spot === rod.spot ? lifted.above : 0;
  const at = Math.min(receiver, rod.reach);
  const rests = JSON.stringify([sheet.stand, sheet.focus, rod, record]);
  const sensed = useSensed(run, at, above, rests);
  const marks = sheet.tasks.filter(({ kind, spot }) => kind === "mark" && spot === rod.spot);
  return (
    <Panel title={`The rod on ${rod.spot}, ${rod.graduation}`}>
      <Stack spacing={1.5}>
        {sheet.is_optical ? (
          <Telescope sheet={sheet} sensed={sensed.found} act={act} />
        ) : (
          <RodView
            sheet={sheet}
            sensed={sensed.found}
            isAsking={sensed.receiver !== at || sensed.above !== above}
            receiver={at}
            onSlide={slide}
          />
        )}
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
          {rod.has_bubble && !sheet.is_optical && <RodBubble rod={rod} act={act} />}
          <Button variant="outlined" onClick={() => act({ kind: "center" })}>
            {rod.has_bubble && !sheet.is_optical ? "Center the bubble" : "Hold it upright"}
          </Button>
          {rod.is_on_a_clod && (
            <Button variant="outlined" onClick={() => act({ kind: "kick-away" })}>
              Kick the clod away
            </Button>
          )}
          <Button
            variant="outlined"
            onClick={() =>
              act({
                kind: "carry",
                spot: rod.spot,
                holding: rod.holding === "standing" ? "upside-down" : "standing",
              })
            }
          >
            {rod.holding === "standing" ? "Hold it upside down" : "Stand it on its foot"}
          </Button>
          {!sheet.is_optical && (
            <>
              <Button
                variant="outlined"
                onClick={() => act({ kind: record.is_coarse ? "fine" : "coarse" })}
              >
                {record.is_coarse ? "Switch to fine" : "Switch to coarse"}
              </Button>
              <Button variant="outlined" onClick={() => act({ kind: "turn" })}>
                Turn the receiver round
              </Button>
            </>
          )}
          {rod.drawn_out < rod.sections && (
            <Button
              variant="outlined"
              onClick={() => act({ kind: "draw-out", sections: rod.drawn_out + 1 })}
            >
              Draw out a section
            </Button>
          )}
          {rod.drawn_out > 1 && (
            <Button variant="outlined" onClick={() => act({ kind: "click" })}>
              Push it home
            </Button>
          )}
        </Stack>
        {marks.length > 0 && (
          <Lift
            spot={rod.spot}
            isMarked={marks.every(({ is_done }) => is_done)}
            above={above}
            highest={sheet.stake}
            onLift={(to) => lift({ spot: rod.spot, above: to })}
            onMark={() => act({ kind: "mark", receiver: at, above })}
          />
        )}
        {!sheet.is_optical && <Typography variant="body2">{record.words}</Typography>}
        {!sheet.is_optical && (
          <FormControlLabel
            control={
              <Switch
                checked={hasSound}
                onChange={(_, isOn) => {
                  switchSound(isOn);
                  setSound(isOn);
                }}
              />
            }
            label="Sound"
          />
        )}
      </Stack>
    </Panel>
  );
}

type LiftProps = {
  spot: string;
  isMarked: boolean;
  above: number;
  highest: number;
  onLift: (above: number) => void;
  onMark: () => void;
};

function Lift({ spot, isMarked, above, highest, onLift, onMark }: LiftProps) {
  const to = (height: number) => onLift(Math.min(Math.max(0, height), highest));
  return (
    <Stack spacing={1}>
      <Typography id="lift">Lift the rod along its stake; the receiver stays clamped.</Typography>
      <Slider
        aria-labelledby="lift"
        value={above}
        onChange={(_, value) => to(value as number)}
        min={0}
        max={highest}
        step={A_LITTLE}
        shiftStep={10 * A_LITTLE}
      />
      <Stack direction="row" spacing={1}>
        <Button variant="outlined" sx={{ flex: 1 }} onClick={() => to(above + A_LITTLE)}>
          Lift a little
        </Button>
        <Button variant="outlined" sx={{ flex: 1 }} onClick={() => to(above - A_LITTLE)}>
          Lower a little
        </Button>
        <Button variant="contained" sx={{ flex: 1 }} onClick={onMark}>
          Mark it
        </Button>
      </Stack>
      {isMarked && <Typography sx={{ fontWeight: 600 }}>Marked on {spot}.</Typography>}
    </Stack>
  );
}
