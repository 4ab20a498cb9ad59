import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { type ReactNode, useState } from "react";
import { queries } from "../../api/queries";
import { Problems } from "../../parts/Problems";
import type { Numbered } from "../../phone/held";
import { dropWaiting, sendAgain, sendChanged } from "../../phone/sender";
import { asFile } from "./asFile";
import { changedBody, toChange } from "./toChange";

type Open = "change" | "letGo" | null;

/** What the server refused, why, and what can be done about it. */
export function RefusedRecord({ one }: { one: Numbered }) {
  const [open, setOpen] = useState<Open>(null);
  const fields = toChange(one);
  const turn = (what: Open) => setOpen(open === what ? null : what);
  return (
    <Stack spacing={1} sx={{ mt: 0.5 }}>
      <Problems problems={one.problems} />
      <Stack direction="row" spacing={1} sx={{ flexWrap: "wrap" }} useFlexGap>
        <Button variant="outlined" onClick={() => void sendAgain(one).then(renew)}>
          Send again
        </Button>
        {fields.length > 0 && (
          <Button variant="outlined" onClick={() => turn("change")}>
            Change
          </Button>
        )}
        <Button variant="outlined" onClick={() => asFile([one])}>
          Give to the office as a file
        </Button>
        <Button onClick={() => turn("letGo")}>Let it go</Button>
      </Stack>
      {open === "change" && <Change one={one} fields={fields} />}
      {open === "letGo" && <LetGo one={one} />}
    </Stack>
  );
}

const renew = () => void queries.invalidateQueries();

/** The figures or names that were refused, to be typed anew. */
function Change({ one, fields }: { one: Numbered; fields: ReturnType<typeof toChange> }) {
  const [typed, setTyped] = useState(() => fields.map(({ value }) => value));
  const isChanged = fields.some(({ value }, index) => value !== typed[index]);
  const send = () => void sendChanged(one, changedBody(one, fields, typed)).then(renew);
  return (
    <Row
      button={
        <Button variant="contained" disabled={!isChanged} onClick={send}>
          Send it changed
        </Button>
      }
    >
      {fields.map(({ field, label }, index) => (
        <TextField
          key={field}
          label={label}
          value={typed[index]}
          onChange={({ target }) => setTyped(typed.with(index, target.value))}
          fullWidth
        />
      ))}
    </Row>
  );
}

function LetGo({ one }: { one: Numbered }) {
  const [reason, setReason] = useState("");
  const drop = async () => {
    asFile([one], reason);
    await dropWaiting(one);
    renew();
  };
  return (
    <Row
      button={
        <Button
          variant="contained"
          color="error"
          disabled={!reason.trim()}
          onClick={() => void drop()}
        >
          Let go
        </Button>
      }
    >
      <TextField
        label="Why it is let go"
        value={reason}
        onChange={({ target }) => setReason(target.value)}
        fullWidth
      />
    </Row>
  );
}

function Row({ children, button }: { children: ReactNode; button: ReactNode }) {
  return (
    <Stack direction="row" spacing={1} sx={{ alignItems: "flex-end" }}>
      {children}
      {button}
    </Stack>
  );
}
