import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useId } from "react";
import { useParams } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { useNoticePage } from "../../api/queries";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import type { Frame } from "../../parts/plan/frame";
import { shownTime } from "../../parts/time";
import { NARROW, usePalette } from "../../theme/theme";
import { Ground, Key } from "../../parts/plan/ThicknessGround";
import { Figure } from "../../parts/Figure";
import { ShownPictures } from "./NoticePictures";

type Sheet = Schemas["NoticePage"];

/** What a customer opens by the link: the map, the numbers, the price, a place for a name. */
export function NoticePage() {
  const { token = "" } = useParams();
  const query = useNoticePage(token);
  return (
    <Box component="main" sx={{ maxWidth: 880, mx: "auto" }}>
      <Loaded query={query} isLink>
        {(sheet) => <Shown token={token} sheet={sheet} />}
      </Loaded>
    </Box>
  );
}

function Shown({ token, sheet }: { token: string; sheet: Sheet }) {
  const { numbers } = sheet;
  return (
    <Page
      title={`Extra concrete, ${sheet.floor}`}
      lead={`${sheet.job}, ${sheet.place}. From ${sheet.crew}, ${shownTime(sheet.sent_at)}`}
    >
      <Panel>
        <Typography color="text.secondary">Price of the extra</Typography>
        <Typography sx={{ fontSize: "3.4rem", fontWeight: 700, lineHeight: 1 }}>
          {numbers.price}
        </Typography>
        <Typography sx={{ mt: 1 }}>
          {numbers.extra} than the nominal, at {numbers.rate}. The agreed price covers the nominal
          thickness of {numbers.nominal_thickness}.
        </Typography>
      </Panel>
      <Answer token={token} sheet={sheet} />
      <Panel title="The numbers">
        <Figure name="Nominal: area × thickness" text={numbers.nominal_volume} />
        <Figure name="Over the stone as it was shot" text={numbers.volume} />
        <Figure name="Range" text={numbers.sure_within} />
        <Figure name="More or less than the nominal" text={numbers.extra} strong />
        <Figure
          name="Thinnest and thickest shot"
          text={`${numbers.thinnest}, ${numbers.thickest}`}
        />
        {numbers.rests_on && <Typography sx={{ mt: 1 }}>{numbers.rests_on}</Typography>}
      </Panel>
      {sheet.state !== "void" && <Proof sheet={sheet} />}
      <ShownPictures token={token} />
      <Button
        component="a"
        href={`/api/v1/links/${token}/notice.pdf`}
        variant="outlined"
        sx={{ alignSelf: "flex-start", displayPrint: "none" }}
      >
        Keep it as a PDF
      </Button>
    </Page>
  );
}

function Answer({ token, sheet }: { token: string; sheet: Sheet }) {
  if (sheet.state === "acknowledged")
    return (
      <Alert severity="success">
        {sheet.why.replace(/\.$/, "")}, {shownTime(sheet.acknowledged_at)}. Nothing more is needed.
      </Alert>
    );
  if (sheet.state !== "open")
    return <Alert severity="error">{sheet.why} Ask your contractor to send a new notice.</Alert>;
  return <Acknowledge token={token} until={sheet.expires_at} />;
}

function Acknowledge({ token, until }: { token: string; until: string }) {
  const form = useForm({
    draft: `acknowledge:${token}`,
    initial: { name: "" },
    send: ({ id, name }) =>
      told(api.POST("/api/v1/links/{token}", { params: { path: { token } }, body: { id, name } })),
  });
  return (
    <Panel title="Acknowledge it">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={1.5}>
        <Typography>
          Your name and the time are kept with the job. It stands for these numbers alone; should
          they change, you are asked anew. This link works until {shownTime(until)}.
        </Typography>
        <Entry form={form} name="name" label="Your name" />
        <RecordButton form={form} fields={["name"]}>
          I have seen it and agree
        </RecordButton>
      </Stack>
    </Panel>
  );
}

/** The shots on the map, each with what it is called. */
function Shots({ spots, frame }: { spots: Sheet["spots"]; frame: Frame }) {
  const palette = usePalette();
  return spots.map((spot) => {
    const { x, y } = frame.toScreen(spot);
    return (
      <g key={spot.point} fill={palette.text.primary}>
        <circle cx={x} cy={y} r={3} />
        <text x={x + 5} y={y - 4} fontFamily={NARROW} fontSize={12} fontWeight={700}>
          {spot.point}
        </text>
      </g>
    );
  });
}

/** The map and the shots the numbers rest on. */
function Proof({ sheet }: { sheet: Sheet }) {
  const clip = useId();
  const outline = sheet.corners.map(([x = 0, y = 0]) => ({ x, y }));
  return (
    <>
      <Panel title="How thick, and where">
        <Plan
          label={`Thickness map of ${sheet.floor}`}
          outlines={[outline]}
          ground={(frame) => (
            <>
              <Ground outline={outline} sheet={sheet.map} frame={frame} clip={clip} />
              <Shots spots={sheet.spots} frame={frame} />
            </>
          )}
          pegs={[]}
          isMetric={sheet.numbers.volume.endsWith("m³")}
          height={380}
        />
        <Key bands={sheet.map.bands} />
      </Panel>
      <Panel title="The shots that prove it">
        <Box component="ol" sx={{ m: 0, p: 0, listStyle: "none", columns: { xs: 2, sm: 4 } }}>
          {sheet.numbers.shots.map(({ point, thickness }) => (
            <li key={point}>
              {point}: <strong>{thickness}</strong>
            </li>
          ))}
        </Box>
      </Panel>
    </>
  );
}
