import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { LinkToSend } from "./LinkToSend";

type Props = { crew: string; sheet: Schemas["PeopleSheet"] };

/** The places that are offered, and a new one. */
export function Invitations({ crew, sheet }: Props) {
  const withdraw = useMutation({
    mutationFn: (invitation: string) =>
      told(
        api.POST("/api/v1/invitations/{invitation}/withdrawal", {
          params: { path: { invitation } },
        }),
      ),
    onSuccess: (now) => queries.setQueryData(["people", crew], now),
  });
  return (
    <Panel title="Asked in">
      <Stack spacing={2}>
        {sheet.invitations.length === 0 && (
          <Typography color="text.secondary">
            Nobody now. A link takes one person in, once, within a week.
          </Typography>
        )}
        <Problems problems={problemsOf(withdraw.error)} />
        {sheet.invitations.map(({ id, role_text, link, expires_at }) => (
          <Stack key={id} spacing={1}>
            <LinkToSend
              path={link}
              what={`For one ${role_text.toLowerCase()}, until ${DAY.format(new Date(expires_at))}`}
            />
            <Button
              sx={{ alignSelf: "flex-start" }}
              color="error"
              onClick={() => withdraw.mutate(id)}
            >
              Take it back
            </Button>
          </Stack>
        ))}
        <Ask crew={crew} sheet={sheet} />
      </Stack>
    </Panel>
  );
}

const DAY = new Intl.DateTimeFormat(undefined, { dateStyle: "medium" });

function Ask({ crew, sheet }: Props) {
  const [role, setRole] = useState<Schemas["RoleEnum"]>("helper");
  const [id, setId] = useState(newId);
  const ask = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/crews/{crew}/invitations", {
          params: { path: { crew } },
          body: { id, role },
        }),
      ),
    onSuccess: async () => {
      setId(newId());
      await queries.invalidateQueries({ queryKey: ["people", crew] });
    },
  });
  return (
    <Stack spacing={1}>
      <Problems problems={problemsOf(ask.error)} />
      <Stack direction={{ xs: "column", sm: "row" }} spacing={1}>
        <Select
          label="Ask somebody in as"
          value={role}
          onChange={setRole}
          options={sheet.roles.map((one) => [one.role, one.label] as const)}
        />
        <Button
          variant="contained"
          sx={{ flexShrink: 0 }}
          loading={ask.isPending}
          onClick={() => ask.mutate()}
        >
          Make a link
        </Button>
      </Stack>
      <Typography color="text.secondary">
        {sheet.roles.find((one) => one.role === role)?.means}
      </Typography>
    </Stack>
  );
}
