import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import InputBase from "@mui/material/InputBase";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import type { Problem, Schemas } from "../../api/client";
import { inWords } from "../../parts/EntryField";
import { Keypad } from "../../parts/Keypad";
import { Held } from "../../parts/rod/Held";
import { type Sight, isTaped, sightOptions } from "../../parts/sights";
import { Select } from "../../parts/Select";
import { usePointTarget } from "../../api/queries";
import { Answer } from "./Answer";
import { OtherWays } from "./OtherWays";
import { StrikeForm } from "./StrikeForm";
import { Unlikely } from "./Unlikely";
import type { Shooting } from "./useShooting";
import type { Work } from "./work";

type Props = {
  shooting: Shooting;
  work: Work;
  setUp: Schemas["SetUpSheet"];
  canRecord: boolean;
};

const AGAIN = "ground-was-changed";
const STEP = { minWidth: 56, paddingInline: 1, fontSize: "1.25rem" };

/** One point at a time: what it says, the rod, the reading, the keys. */
export function ShootPanel({ shooting, work, setUp, canRecord }: Props) {
  const { current, shot, isOpen, reading, figures, problems, logged } = shooting;
  const [isStriking, setStriking] = useState(false);
  const target = usePointTarget(setUp.id, current?.id ?? "").data;
  if (!current) return null;
  const isRough = shooting.pass === "coarse";
  const done = isRough ? work.counts.rough : work.counts.points - work.counts.not_shot;
  return (
    <Stack spacing={1} sx={{ bgcolor: "background.paper", p: { xs: 1, md: 2 }, borderTop: 3 }}>
      <Stack direction="row" sx={{ alignItems: "center" }}>
        <Button
          sx={STEP}
          variant="outlined"
          aria-label="Point before"
          onClick={() => shooting.step(-1)}
        >
          ‹
        </Button>
        <Box sx={{ flex: 1, textAlign: "center" }}>
          <Typography variant="h2" aria-live="polite">
            Point {current.name}
          </Typography>
          <Typography variant="body2" color="text.secondary">
            {done} of {work.counts.points} {isRough ? "roughly shot" : "shot"} · set-up{" "}
            {setUp.number}
          </Typography>
        </Box>
        <Button
          sx={STEP}
          variant="outlined"
          aria-label="Next point"
          onClick={() => shooting.step(1)}
        >
          ›
        </Button>
      </Stack>
      <Stack direction="row" spacing={1.5}>
        <Box sx={{ flex: 1, minWidth: 0, minHeight: 190 }}>
          <Answer
            {...{ shot, figures, logged }}
            isOld={shooting.isOld}
            surface={work.surface}
            sight={shooting.sight}
            target={shooting.sight === "standing" ? (target?.clamp?.rod ?? "") : ""}
          />
        </Box>
        <PointRod
          {...{ shot, figures, work, setUp, target }}
          held={shooting.sight}
          isRough={isRough}
        />
      </Stack>
      {!setUp.standing.stands ? (
        <Alert severity="error">
          Nothing read from set-up {setUp.number} counts now. Take the way out above, then shoot
          from where the instrument stands sound.
        </Alert>
      ) : (
        <ReadingEntry shooting={shooting} setUp={setUp} canRecord={canRecord} />
      )}
      <Refusal problems={problems} onOffer={shooting.type} />
      <Unlikely shooting={shooting} />
      {setUp.standing.stands && shot && !isOpen && (
        <Again {...{ shooting, shot, canRecord }} onStrike={() => setStriking(true)} />
      )}
      {setUp.standing.stands && <Keypad rod={setUp.rod} value={reading} onChange={shooting.type} />}
      {setUp.standing.stands && setUp.line.reads.length > 1 && (
        <HowItIsRead shooting={shooting} setUp={setUp} />
      )}
      <OtherWays target={target} known={setUp.known} />
      <Signals setUp={setUp} />
      <StrikeForm
        key={current.id}
        isOpen={isStriking && !isOpen}
        peg={current}
        shot={shot}
        strike={shooting.strike}
        onClose={() => setStriking(false)}
      />
    </Stack>
  );
}

/** The way a point is read: the rod standing, another way for this point, or one that stays. */
function HowItIsRead({ shooting, setUp }: Pick<Props, "setUp"> & { shooting: Shooting }) {
  const { sight, hold, staying, stay } = shooting;
  return (
    <Stack>
      <Select
        label="How it is read"
        value={sight}
        options={sightOptions(setUp.line.reads)}
        onChange={hold}
      />
      {(sight !== "standing" || staying !== "") && (
        <FormControlLabel
          label="The next points too"
          control={
            <Checkbox
              checked={staying === sight}
              onChange={(_, stays) => stay(stays ? sight : "")}
            />
          }
        />
      )}
    </Stack>
  );
}

/** What the receiver in use sounds or shows; receivers differ. */
function Signals({ setUp }: { setUp: Schemas["SetUpSheet"] }) {
  if (!setUp.receiver) return null;
  return (
    <Typography variant="body2" color="text.secondary">
      {setUp.receiver.signals
        .slice(0, 2)
        .map(({ sound, means }) => `${sound}: ${means}`)
        .join(" · ")}
    </Typography>
  );
}

type RodProps = {
  shot: Schemas["PegShot"] | null | undefined;
  isRough: boolean;
  /** How the next reading is taken. */
  held: Sight;
  figures: Schemas["Said"] | undefined;
  work: Work;
  setUp: Schemas["SetUpSheet"];
  target: Schemas["PointTarget"] | undefined;
};

function PointRod({ shot, isRough, held, figures, work, setUp, target }: RodProps) {
  const own = shot?.set_up === setUp.number ? shot : undefined;
  const sight = figures?.sight ?? own?.sight ?? held;
  const beam = figures?.scale_value ?? own?.scale_value ?? null;
  const reading = figures?.reading.rod ?? own?.reading.rod;
  const ways = target?.ways;
  const tolerance = isRough ? work.rough_tolerance : work.tolerance;
  return (
    <Held
      sight={sight}
      rod={setUp.rod}
      beam={beam}
      clamp={flagOf(sight, ways)}
      tolerance={Number(tolerance.metres)}
      height={190}
      width={132}
      label={labelOf(sight, work.surface, reading)}
    />
  );
}

function flagOf(sight: Sight, ways: Schemas["WaysSheet"] | null | undefined) {
  const value = sight === "upside-down" ? ways?.upside_down_value : ways?.clamp_value;
  return value == null || isTaped(sight) ? undefined : { value, text: "target" };
}

function labelOf(sight: Sight, surface: string, reading: string | undefined): string {
  const held = isTaped(sight) ? "Tape" : sight === "standing" ? "Rod" : "Rod upside down";
  return reading ? `${held} on ${surface}, reading ${reading}` : `${held} on ${surface}`;
}

type AgainProps = {
  shooting: Shooting;
  shot: Schemas["PegShot"];
  canRecord: boolean;
  onStrike: () => void;
};

/** Over a reading that counts: typed anew, it was right then, or misread; one tap each. */
function Again({ shooting, shot, canRecord, onStrike }: AgainProps) {
  if (!shooting.reading.trim())
    return (
      <Button variant="outlined" disabled={!canRecord} onClick={onStrike}>
        Misread? Strike {shot.reading.rod}
      </Button>
    );
  return (
    <Stack direction="row" spacing={1}>
      <Button
        id={AGAIN}
        variant="contained"
        sx={{ flex: 1, lineHeight: 1.15 }}
        disabled={!canRecord}
        loading={shooting.isLogging}
        onClick={() => shooting.submit("changed")}
      >
        Shot again: log it
      </Button>
      <Button
        variant="outlined"
        sx={{ flex: 1, lineHeight: 1.15 }}
        disabled={!canRecord || shooting.isLogging}
        onClick={() => shooting.submit("misread")}
      >
        {shot.reading.rod} was misread: strike it, log this
      </Button>
    </Stack>
  );
}

type EntryProps = Pick<Props, "shooting" | "setUp" | "canRecord">;

function ReadingEntry({ shooting, setUp, canRecord }: EntryProps) {
  const input = useRef<HTMLInputElement>(null);
  const point = shooting.current?.id;
  useEffect(() => input.current?.focus(), [point]);
  /** Enter logs; over a reading that counts it goes to what is to be said of that one first. */
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Enter" && !shooting.isOpen) document.getElementById(AGAIN)?.focus();
    else if (event.key === "Enter") shooting.submit();
    else if (event.key === "ArrowDown") shooting.step(1);
    else if (event.key === "ArrowUp") shooting.step(-1);
    else return;
    event.preventDefault();
  };
  return (
    <Stack direction="row" spacing={1}>
      <InputBase
        inputRef={input}
        value={shooting.reading}
        onChange={(event) => shooting.type(event.target.value)}
        onKeyDown={onKeyDown}
        disabled={!canRecord}
        placeholder={shooting.isOpen ? "reading" : "shot again: reading"}
        sx={{
          flex: 1,
          border: 2,
          px: 1.5,
          fontSize: "1.6rem",
          fontWeight: 700,
          height: 60,
          minWidth: 0,
        }}
        slotProps={{
          input: {
            "aria-label": `${isTaped(shooting.sight) ? "Distance on the tape" : "Reading on the rod"}, ${setUp.rod.graduation.label}`,
            inputMode: "none",
            autoComplete: "off",
            enterKeyHint: "done",
          },
        }}
      />
      <Button
        aria-label="Back one"
        variant="outlined"
        sx={STEP}
        onClick={() => shooting.type(shooting.reading.slice(0, -1).trimEnd())}
      >
        ⌫
      </Button>
      {shooting.isOpen && (
        <Button
          variant="contained"
          color="secondary"
          sx={{ fontSize: "1.15rem", fontWeight: 700 }}
          disabled={!canRecord || !shooting.reading.trim()}
          loading={shooting.isLogging}
          onClick={() => shooting.submit()}
        >
          Log it
        </Button>
      )}
    </Stack>
  );
}

function Refusal({
  problems,
  onOffer,
}: {
  problems: readonly Problem[];
  onOffer: (text: string) => void;
}) {
  if (!problems.length) return null;
  return (
    <Box role="alert" sx={{ borderLeft: 6, borderColor: "error.main", pl: 1.5 }}>
      {problems.map((problem) => (
        <Typography key={problem.code} color="error">
          {inWords(problem)}
        </Typography>
      ))}
      <Stack direction="row" spacing={1} sx={{ mt: 1 }}>
        {problems
          .flatMap((problem) => problem.offers)
          .map((offer) => (
            <Button
              key={offer.text}
              variant="outlined"
              color="error"
              onClick={() => onOffer(offer.text)}
            >
              {offer.label}
            </Button>
          ))}
      </Stack>
    </Box>
  );
}
