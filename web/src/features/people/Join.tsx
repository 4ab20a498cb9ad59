import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { Loaded } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { RecordButton } from "../../parts/form";
import { AccountFields, NOBODY } from "./AccountFields";
import { Door, Fields } from "./Door";
import { useComeIn, useTyped } from "./typed";

type Offer = Schemas["OfferSheet"];

/** An invitation, as whoever holds its link sees it. */
export function Join() {
  const { token = "" } = useParams();
  const offer = useQuery({
    queryKey: ["invitation", token],
    queryFn: () => told(api.GET("/api/v1/joining/{token}", at(token))),
    retry: false,
  });
  return (
    <Loaded query={offer} isLink>
      {(sheet) => (
        <Door
          title={`Join ${sheet.crew}`}
          lead={`${sheet.invited_by} asks you in as ${sheet.role_text.toLowerCase()}.`}
        >
          {sheet.you ? <AsOneself token={token} you={sheet.you} /> : <Anew token={token} />}
        </Door>
      )}
    </Loaded>
  );
}

const at = (token: string) => ({ params: { path: { token } } });

function AsOneself({ token, you }: { token: string; you: Offer["you"] }) {
  const comeIn = useComeIn();
  const join = useMutation({
    mutationFn: () => told(api.POST("/api/v1/joining/{token}", at(token))),
    onSuccess: comeIn,
  });
  const leave = useMutation({
    mutationFn: () => told(api.DELETE("/api/v1/session")),
    onSuccess: () => location.reload(),
  });
  return (
    <Stack spacing={2}>
      <Problems problems={problemsOf(join.error ?? leave.error)} />
      <Button
        variant="contained"
        size="large"
        loading={join.isPending}
        onClick={() => join.mutate()}
      >
        Join as {you}
      </Button>
      <Button variant="outlined" onClick={() => leave.mutate()}>
        I am not {you}
      </Button>
    </Stack>
  );
}

function Anew({ token }: { token: string }) {
  const comeIn = useComeIn();
  const form = useTyped(
    NOBODY,
    (body) => told(api.POST("/api/v1/joining/{token}/newcomer", { ...at(token), body })),
    comeIn,
  );
  return (
    <Fields onSubmit={form.submit}>
      <AccountFields form={form} />
      <RecordButton form={form} fields={["name", "username", "password", "mail"]}>
        Join
      </RecordButton>
      <Button component={Link} to={`/sign-in?then=/join/${token}`}>
        I sign in here already
      </Button>
    </Fields>
  );
}
