import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Entry, RecordButton } from "../../parts/form";
import { leave } from "../../phone/live";
import { TopBar } from "../frame/TopBar";
import { OverTheLine, useOutbox } from "../line";
import { Calendar } from "./Calendar";
import { Fields } from "./Door";
import { useTyped } from "./typed";

type Sheet = Schemas["AccountSheet"];
const show = (now: Sheet) => queries.setQueryData(["account"], now);

/** One's own account: the name, the password, where one is signed in. */
export function Account() {
  const account = useQuery({
    queryKey: ["account"],
    queryFn: () => told(api.GET("/api/v1/account")),
  });
  return (
    <>
      <TopBar />
      <Box component="main" sx={{ maxWidth: 900 }}>
        <Page title="Your account">
          <OverTheLine what="Your account">
            <Loaded query={account}>
              {(sheet) => (
                <Stack spacing={2}>
                  <Who sheet={sheet} />
                  <Calendar />
                  <SignIns sheet={sheet} />
                  <Password />
                </Stack>
              )}
            </Loaded>
          </OverTheLine>
        </Page>
      </Box>
    </>
  );
}

function Who({ sheet }: { sheet: Sheet }) {
  const [isKept, setKept] = useState(false);
  const typed = useTyped(
    { name: sheet.name, mail: sheet.mail, password: "" },
    (body) => told(api.PUT("/api/v1/account", { body })),
    async (now) => {
      show(now);
      setKept(true);
      await queries.invalidateQueries({ queryKey: ["session"] });
    },
  );
  const change = (changed: Partial<typeof typed.values>) => {
    setKept(false);
    typed.change(changed);
  };
  const form = { ...typed, change };
  return (
    <Panel title={sheet.username}>
      <Fields onSubmit={form.submit}>
        <Entry
          name="name"
          label="Your name"
          hint="It stands beside what you record, also what you recorded before."
          form={form}
          autoComplete="name"
        />
        <Entry
          name="mail"
          label="Mail address, may be left empty"
          hint="For a new password, should you forget this one."
          form={form}
          autoComplete="email"
        />
        {form.values.mail !== sheet.mail && (
          <Entry
            name="password"
            label="Your password"
            type="password"
            hint="Whoever reads that mail can choose a new one."
            form={form}
            autoComplete="current-password"
          />
        )}
        <RecordButton form={form} fields={["name", "mail", "password"]}>
          {isKept ? "Kept" : "Keep"}
        </RecordButton>
      </Fields>
    </Panel>
  );
}

function Password() {
  const [isOpen, setOpen] = useState(false);
  return (
    <Panel title="Password">
      {isOpen ? (
        <NewPassword onDone={() => setOpen(false)} />
      ) : (
        <Button variant="outlined" onClick={() => setOpen(true)}>
          Change the password
        </Button>
      )}
    </Panel>
  );
}

function NewPassword({ onDone }: { onDone: () => void }) {
  const form = useTyped(
    { old: "", new: "" },
    (body) => told(api.POST("/api/v1/account/password", { body })),
    (now) => {
      show(now);
      onDone();
    },
  );
  return (
    <Fields onSubmit={form.submit}>
      <Entry
        name="old"
        label="Password as it is"
        type="password"
        form={form}
        autoComplete="current-password"
      />
      <Entry
        name="new"
        label="New password"
        type="password"
        hint="Every other device is signed out."
        form={form}
        autoComplete="new-password"
      />
      <RecordButton form={form} fields={["old", "new"]}>
        Take the new one
      </RecordButton>
    </Fields>
  );
}

const DAY = new Intl.DateTimeFormat(undefined, { dateStyle: "medium" });

function SignIns({ sheet }: { sheet: Sheet }) {
  const navigate = useNavigate();
  const unsent = useOutbox().filter((one) => one.standing !== "sent").length;
  const end = useMutation({
    mutationFn: (sign_in: string) =>
      told(api.POST("/api/v1/account/sign-ins/{sign_in}/end", { params: { path: { sign_in } } })),
    onSuccess: show,
  });
  const endAll = useMutation({
    mutationFn: () => told(api.POST("/api/v1/account/sign-ins/end")),
    onSuccess: async () => {
      await leave(true);
      queries.clear();
      await navigate("/sign-in", { replace: true });
    },
  });
  return (
    <Panel title="Signed in on">
      <Stack spacing={1}>
        <Problems problems={problemsOf(end.error ?? endAll.error)} />
        {sheet.sign_ins.map(({ id, device, began_at, seen_on, is_this }) => (
          <Stack key={id} direction="row" spacing={2} sx={{ alignItems: "center" }}>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }}>{device}</Typography>
              <Typography color="text.secondary">
                {is_this
                  ? `This one, since ${DAY.format(new Date(began_at))}`
                  : `Since ${DAY.format(new Date(began_at))}, last used ${DAY.format(new Date(`${seen_on}T00:00`))}`}
              </Typography>
            </Box>
            {!is_this && (
              <Button
                variant="outlined"
                aria-label={`End it on ${device}`}
                onClick={() => end.mutate(id)}
              >
                End it
              </Button>
            )}
          </Stack>
        ))}
        <Button
          variant="outlined"
          color="error"
          sx={{ alignSelf: "flex-start" }}
          disabled={unsent > 0}
          onClick={() => endAll.mutate()}
        >
          Sign out everywhere
        </Button>
        {unsent > 0 && (
          <Typography color="text.secondary">
            {unsent} of what was recorded here is not sent yet. Send it first.
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}
