import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { type Schemas, api, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { EntryField } from "../../parts/EntryField";
import { RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";
import { shownDay } from "../../parts/time";
import { useJobSheet } from "../frame/useJobSheet";
import { usePalette } from "../../theme/theme";

type Sheet = Schemas["MovementSheet"];
const WIDE = 640;
const HIGH = 200;
const ASIDE = 48;

/** The same points leveled again: how far each moved, by date. */
export function Moved({ element }: { element: string }) {
  const query = useQuery({
    queryKey: ["movement", element],
    queryFn: () =>
      told(api.GET("/api/v1/elements/{element}/movement", { params: { path: { element } } })),
  });
  const job = useJobSheet();
  const sheet = query.data;
  if (!sheet) return null;
  return (
    <Panel title={`How ${sheet.name} moved`}>
      {sheet.points.length === 0 ? (
        <Typography>
          No point of it was leveled on two days yet. Shoot the same points again on another day.
        </Typography>
      ) : (
        <Stack spacing={1}>
          <Picture sheet={sheet} />
          {sheet.points.map((one) => (
            <Typography key={one.point} sx={{ fontWeight: one.is_told ? 700 : 400 }}>
              {one.point}: {one.in_all} since {one.levelings[0]?.day}; since the time before:{" "}
              {one.lately}
            </Typography>
          ))}
        </Stack>
      )}
      {job.can_record && <Again element={element} due={sheet.due_on} />}
    </Panel>
  );
}

/** The day the same points are leveled again; the crew's day and its calendar tell of it. */
function Again({ element, due }: { element: string; due: string }) {
  const form = useForm({
    draft: `level-again:${element}`,
    initial: { due_on: due },
    send: ({ id, due_on }) =>
      told(
        api.POST("/api/v1/elements/{element}/leveling-due", {
          params: { path: { element } },
          body: { id, due_on: due_on || null },
        }),
      ),
    onRecorded: () => void forgetReadings(),
  });
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={1} sx={{ mt: 2 }}>
      <Typography>
        {due ? `To be leveled again on ${shownDay(due)}.` : "No day is set for the next leveling."}
      </Typography>
      <Stack direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
        <EntryField
          type="date"
          name="due_on"
          label="Level it again on"
          value={form.values.due_on}
          onChange={(due_on) => form.change({ due_on })}
          problems={form.problems}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <RecordButton form={form} fields={["due_on"]}>
          {due && !form.values.due_on ? "No more leveling" : "Keep the day"}
        </RecordButton>
      </Stack>
    </Stack>
  );
}

/** Each point as a line over the days; level is where it was first. */
function Picture({ sheet }: { sheet: Sheet }) {
  const palette = usePalette();
  const all = sheet.points.flatMap(({ levelings }) => levelings);
  const days = all.map(({ day }) => Date.parse(day));
  const [first, last] = [Math.min(...days), Math.max(...days)];
  const most = Math.max(0.001, ...all.map(({ rise }) => Math.abs(rise)));
  const x = (day: string) =>
    ASIDE + ((Date.parse(day) - first) / Math.max(1, last - first)) * (WIDE - 2 * ASIDE);
  const y = (rise: number) => HIGH / 2 - (rise / most) * (HIGH / 2 - 24);
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} role="img" aria-label="How each point moved, by date">
      <path d={`M${ASIDE} ${HIGH / 2}H${WIDE - ASIDE}`} stroke={palette.text.secondary} />
      {sheet.points.map(({ point, levelings, is_told }) => {
        const end = levelings.at(-1);
        return (
          <g key={point}>
            <polyline
              points={levelings.map(({ day, rise }) => `${x(day)},${y(rise)}`).join(" ")}
              fill="none"
              stroke={is_told ? palette.low : palette.text.secondary}
              strokeWidth={is_told ? 3 : 1.5}
            />
            {end && (
              <text
                x={x(end.day) + 6}
                y={y(end.rise) + 4}
                fontSize={13}
                fill={palette.text.primary}
              >
                {point}
              </text>
            )}
          </g>
        );
      })}
      {[...new Set(all.map(({ day }) => day))].map((day) => (
        <text
          key={day}
          x={x(day)}
          y={HIGH - 4}
          fontSize={12}
          textAnchor="middle"
          fill={palette.text.secondary}
        >
          {day}
        </text>
      ))}
    </svg>
  );
}
