import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { useKept } from "../../parts/drafts";
import { Panel } from "../../parts/Page";
import { Grayed } from "../../parts/preview";
import { Held } from "../../parts/rod/Held";
import { wayFrom, waysOf } from "../../parts/ways";
import type { Field } from "./NumberRow";
import type { Height } from "./useHeight";

type Props = { height: Height; field: Field };

/** The answer, larger than anything else: the height one is typing, four ways, on the rod. */
export function Answer({ height, field }: Props) {
  const { sheet, values } = height;
  const at = typeof field === "number" ? field : typeof field === "object" ? field.at : 0;
  const point = sheet?.points[at];
  if (!sheet) return null;
  return (
    <Panel>
      <Grayed isOld={height.isOld}>
        <Stack direction="row" spacing={1.5} aria-live="polite">
          <Box sx={{ flex: 1, minWidth: 0, minHeight: 190 }}>
            {point?.ways ? (
              <Ways ways={point.ways} says={point.says} line={sheet.line} />
            ) : (
              <SoFar sheet={sheet} says={point?.says ?? null} />
            )}
          </Box>
          <Drawn height={height} point={point} sight={values.sight} />
        </Stack>
      </Grayed>
    </Panel>
  );
}

type WaysProps = {
  ways: Schemas["WaysSheet"];
  says: Schemas["Said"] | null;
  line: Schemas["LineSheet"] | null;
};

function Ways({ ways, says, line }: WaysProps) {
  const [kept] = useKept("way-first", "clamp");
  const all = waysOf(ways, "that point", wayFrom(kept));
  const [first, ...others] = ways.obstacle && ways.upside_down ? upsideDown(ways, all) : all;
  if (!first) return null;
  return (
    <>
      {says && <Judged says={says} />}
      {ways.obstacle && (
        <Typography sx={{ borderLeft: 6, borderColor: "peg", pl: 1, mb: 1 }}>
          <strong>{ways.obstacle.why}</strong>
          {!ways.upside_down && ` ${ways.obstacle.ways_out.join(" ")}`}
        </Typography>
      )}
      <Typography color="text.secondary">{first.name}</Typography>
      <Typography
        data-testid="height"
        sx={{ fontSize: says ? "1.6rem" : "2.5rem", fontWeight: 700, lineHeight: 1.05 }}
      >
        {first.says}
      </Typography>
      <Box component="dl" sx={{ m: 0, mt: 1 }}>
        {others.map((way) => (
          <Box key={way.key} sx={{ mb: 0.5 }}>
            <Typography component="dt" variant="body2" color="text.secondary">
              {way.name}
            </Typography>
            <Typography component="dd" sx={{ m: 0, fontWeight: 700, lineHeight: 1.2 }}>
              {way.says}
            </Typography>
          </Box>
        ))}
      </Box>
      {line && (
        <Typography variant="body2" color="text.secondary">
          {line.name} {line.constant.text}
        </Typography>
      )}
    </>
  );
}

/** Above the beam the rod is clamped upside down; the tape stays, what needs it standing goes. */
function upsideDown(ways: Schemas["WaysSheet"], all: ReturnType<typeof waysOf>) {
  const clamp = {
    key: "clamp" as const,
    name: "Rod upside down, foot up to it: clamp at",
    says: ways.upside_down?.rod,
    needsRod: true,
  };
  return [clamp, ...all.filter((way) => !way.needsRod)];
}

function Judged({ says }: { says: Schemas["Said"] }) {
  return (
    <>
      <Typography
        data-testid="answer"
        sx={{
          fontSize: "2.2rem",
          fontWeight: 700,
          lineHeight: 1.05,
          color: says.verdict === "found" || says.is_close ? "text.primary" : says.verdict,
        }}
      >
        {says.action}
      </Typography>
      <Typography sx={{ mb: 1 }}>
        {says.deviation || says.verdict_text}, {says.verdict_text} {says.uncertainty}
        {says.verdict !== "found" && (
          <>
            . It is at <strong>{says.elevation.text}</strong>
          </>
        )}
      </Typography>
    </>
  );
}

type SoFarProps = { sheet: Schemas["HeightSheet"]; says: Schemas["Said"] | null };

/** What is known before a height is wanted: the beam, or what to do first. */
function SoFar({ sheet, says }: SoFarProps) {
  if (says) return <Judged says={says} />;
  if (!sheet.line)
    return (
      <Typography sx={{ fontSize: "1.4rem", fontWeight: 600, lineHeight: 1.2 }}>
        Set up the laser, stand the rod on a point you know, and type what it reads.
      </Typography>
    );
  return (
    <>
      <Typography color="text.secondary">{sheet.line.name}</Typography>
      <Typography sx={{ fontSize: "2.2rem", fontWeight: 700 }}>
        {sheet.line.constant.text}
      </Typography>
      <Typography>
        {sheet.is_zero ? "What you stand on is taken as zero. " : ""}Now the height you want.
      </Typography>
    </>
  );
}

type DrawnProps = {
  height: Height;
  point: Schemas["WantedSheet"] | undefined;
  sight: Schemas["SightEnum"];
};

function Drawn({ height, point, sight }: DrawnProps) {
  const { rod, sheet } = height;
  if (!rod) return null;
  const ways = point?.ways;
  const isUp = ways?.obstacle != null && ways.upside_down_value != null;
  const clamp = isUp ? ways.upside_down_value : ways?.clamp_value;
  const line = sheet?.line;
  if (clamp != null && (isUp || !ways?.obstacle))
    return (
      <Held
        sight={isUp ? "upside-down" : "standing"}
        rod={rod}
        beam={point?.says?.scale_value ?? clamp}
        clamp={{ value: clamp, text: "clamp" }}
        reference={
          !isUp && ways?.reference_value != null
            ? { value: ways.reference_value, text: "you stand" }
            : undefined
        }
        isFar={!point?.says}
        height={190}
        width={120}
        label="Rod with the clamp"
      />
    );
  return (
    <Held
      sight={sight}
      rod={rod}
      beam={line?.scale_value ?? null}
      height={190}
      width={120}
      label={line ? `On the known point, reading ${line.backsight.rod}` : "Rod"}
    />
  );
}
