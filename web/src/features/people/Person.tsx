import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { LinkToSend } from "./LinkToSend";

type Sheet = Schemas["PeopleSheet"];
type Props = { crew: string; person: Schemas["PersonSheet"]; sheet: Sheet };

/** Somebody in the crew; its owner says as what, and takes them out. */
export function Person({ crew, person, sheet }: Props) {
  const [isOpen, setOpen] = useState(false);
  const canOpen = sheet.can_change || person.is_you;
  return (
    <Box sx={{ py: 1 }}>
      <Stack direction="row" spacing={2} sx={{ alignItems: "center" }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography sx={{ fontWeight: 700, overflowWrap: "anywhere" }}>
            {person.name}
            {person.is_you && " (you)"}
          </Typography>
          <Typography color="text.secondary" sx={{ overflowWrap: "anywhere" }}>
            {[person.role_text, person.username].filter(Boolean).join(" · ")}
          </Typography>
        </Box>
        {canOpen && (
          <Button
            variant="outlined"
            aria-expanded={isOpen}
            aria-label={`Change ${person.name}`}
            onClick={() => setOpen(!isOpen)}
          >
            Change
          </Button>
        )}
      </Stack>
      {isOpen && <Changes crew={crew} person={person} sheet={sheet} />}
    </Box>
  );
}

function Changes({ crew, person, sheet }: Props) {
  const navigate = useNavigate();
  const [isSure, setSure] = useState(false);
  const at = { params: { path: { crew, person: person.id } } };
  const show = (now: Sheet) => queries.setQueryData(["people", crew], now);
  const become = useMutation({
    mutationFn: (role: Schemas["RoleEnum"]) =>
      told(api.PUT("/api/v1/crews/{crew}/people/{person}/role", { ...at, body: { role } })),
    onSuccess: show,
  });
  const link = useMutation({
    mutationFn: () => told(api.POST("/api/v1/crews/{crew}/people/{person}/link", at)),
  });
  const leave = useMutation({
    mutationFn: () => told(api.POST("/api/v1/crews/{crew}/people/{person}/leaving", at)),
    onSuccess: async (session) => {
      queries.setQueryData(["session"], session);
      if (person.is_you) await navigate("/jobs");
      await queries.invalidateQueries();
    },
  });
  const chosen = sheet.roles.find(({ role }) => role === person.role);
  const out = person.is_you ? "Leave the crew" : "Take out of the crew";
  return (
    <Stack spacing={2} sx={{ py: 1.5 }}>
      <Problems problems={problemsOf(become.error ?? link.error ?? leave.error)} />
      {sheet.can_change && (
        <Select
          label={`What ${person.name} is`}
          value={person.role}
          onChange={(role) => become.mutate(role)}
          options={sheet.roles.map((one) => [one.role, one.label] as const)}
        />
      )}
      <Typography color="text.secondary">{chosen?.means}</Typography>
      {link.data && <LinkToSend path={link.data.link} what="A new password is chosen there once" />}
      <Stack direction="row" spacing={1} useFlexGap sx={{ flexWrap: "wrap" }}>
        {sheet.can_change && !person.is_you && (
          <Button variant="outlined" onClick={() => link.mutate()}>
            Link to a new password
          </Button>
        )}
        {isSure ? (
          <>
            <Button variant="contained" color="error" onClick={() => leave.mutate()}>
              Yes, {out.toLowerCase()}
            </Button>
            <Button onClick={() => setSure(false)}>No</Button>
          </>
        ) : (
          <Button variant="outlined" color="error" onClick={() => setSure(true)}>
            {out}
          </Button>
        )}
      </Stack>
      {isSure && (
        <Typography>
          What {person.is_you ? "you" : person.name} recorded keeps the name.{" "}
          {!person.is_you && "Every sign-in of theirs ends at once."}
        </Typography>
      )}
    </Stack>
  );
}
