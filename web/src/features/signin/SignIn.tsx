import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { api, problemsOf, told } from "../../api/client";
import { PRACTICE } from "../../api/place";
import { useSession } from "../../api/queries";
import { useComeIn } from "../people/typed";
import { EntryField } from "../../parts/EntryField";
import { Problems } from "../../parts/Problems";
import { Rod } from "../../parts/rod/Rod";
import type { RodSheet } from "../../parts/rod/scale";
import { Emblem } from "../frame/Emblem";

/** A grade rod to look at, as the drawing needs it. */
const EXAMPLE_ROD: RodSheet = {
  id: "",
  name: "",
  numbering: "up",
  numbering_text: "",
  graduation: {
    code: "ft-in/8",
    label: "",
    kind: "ft-in",
    division: 0.003175,
    fractions: [],
  },
  style: "ft-in/8",
  length: 3.9624,
  length_text: "",
  lowest: 0,
  highest: 3.9624,
  has_bubble: true,
  read_to_text: "",
};

/** The one place to go on to from here but for the jobs. */
const JOIN = "/join/";

type Account = { username: string; password: string };

/** The door: a name and a password; the demo's accounts stand below where it is loaded. */
export function SignIn() {
  const [typed, setTyped] = useState<Account>({ username: "", password: "" });
  const session = useSession();
  const [search] = useSearchParams();
  const then = search.get("then") ?? "";
  const comeIn = useComeIn(then.startsWith(JOIN) ? then : undefined);
  const signIn = useMutation({
    mutationFn: (account: Account) => told(api.POST("/api/v1/session", { body: account })),
    onSuccess: comeIn,
  });
  const problems = problemsOf(signIn.error);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    signIn.mutate(typed);
  };
  return (
    <Box
      component="main"
      sx={{ minHeight: "100dvh", display: "grid", gridTemplateColumns: { md: "5fr 4fr" } }}
    >
      <Welcome />
      <Stack spacing={2.5} sx={{ p: { xs: 3, md: 6 }, maxWidth: 460, alignSelf: "center" }}>
        <Typography variant="h2">Sign in</Typography>
        <Stack component="form" spacing={2} onSubmit={submit} noValidate>
          <EntryField
            name="username"
            label="Name"
            value={typed.username}
            onChange={(username) => setTyped({ ...typed, username })}
            problems={problems}
            autoComplete="username"
            autoFocus
          />
          <EntryField
            name="password"
            label="Password"
            type="password"
            value={typed.password}
            onChange={(password) => setTyped({ ...typed, password })}
            problems={problems}
            autoComplete="current-password"
          />
          <Problems problems={problems} fields={["username", "password"]} />
          <Button type="submit" variant="contained" size="large" loading={signIn.isPending}>
            Sign in
          </Button>
        </Stack>
        <Stack direction="row" spacing={1} useFlexGap sx={{ flexWrap: "wrap" }}>
          <Button component={Link} to="/new-password">
            Forgot the password?
          </Button>
          <Button href={PRACTICE} variant="outlined">
            Try it on a practice site
          </Button>
          {session.data && session.data.begins !== "no" && (
            <Button component={Link} to="/begin" variant="outlined">
              Begin a crew
            </Button>
          )}
        </Stack>
        <DemoAccounts
          accounts={session.data?.demo_accounts ?? []}
          onChoose={(account) => signIn.mutate(account)}
        />
      </Stack>
    </Box>
  );
}

function Welcome() {
  return (
    <Stack
      spacing={2}
      sx={{
        bgcolor: "rail",
        color: "#fff",
        p: { xs: 3, md: 6 },
        justifyContent: "center",
        borderBottom: { xs: "6px solid", md: 0 },
        borderColor: "peg",
        position: "relative",
        overflow: "hidden",
      }}
    >
      <Box sx={{ display: { xs: "none", md: "block" }, position: "absolute", right: 48, top: 0 }}>
        <Rod rod={EXAMPLE_ROD} beam={1.3399} height={1200} width={64} label="A grade rod" />
      </Box>
      <Emblem size={64} />
      <Typography variant="h1" sx={{ fontSize: { xs: "2rem", md: "3rem" } }}>
        Yellow Peg
      </Typography>
      <Typography sx={{ fontSize: "1.15rem", maxWidth: 420 }}>
        Carry the benchmark to the floor, check the stone, and know how much concrete to order,
        before the truck is called.
      </Typography>
    </Stack>
  );
}

type DemoProps = {
  accounts: readonly { username: string; password: string; who: string }[];
  onChoose: (account: Account) => void;
};

function DemoAccounts({ accounts, onChoose }: DemoProps) {
  if (!accounts.length) return null;
  return (
    <Stack spacing={1} component="section" aria-label="Demo accounts">
      <Typography variant="h3">The demo is loaded. Come in as</Typography>
      {accounts.map(({ username, password, who }) => (
        <Button
          key={username}
          variant="outlined"
          sx={{ justifyContent: "space-between" }}
          onClick={() => onChoose({ username, password })}
        >
          <span>{who}</span>
          <Box component="span" sx={{ color: "text.secondary", fontWeight: 400 }}>
            {username} / {password}
          </Box>
        </Button>
      ))}
    </Stack>
  );
}
