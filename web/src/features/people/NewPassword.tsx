import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Typography from "@mui/material/Typography";
import { useParams } from "react-router";
import { api, told } from "../../api/client";
import { Loaded } from "../../parts/Page";
import { Entry, RecordButton } from "../../parts/form";
import { Door, Fields } from "./Door";
import { useComeIn, useTyped } from "./typed";

/** A new password, by a link that works once. */
export function NewPassword() {
  const { who = "", token = "" } = useParams();
  const path = { params: { path: { who, token } } };
  const whose = useQuery({
    queryKey: ["new-password", who, token],
    queryFn: () => told(api.GET("/api/v1/passwords/{who}/{token}", path)),
    retry: false,
  });
  const comeIn = useComeIn();
  const form = useTyped(
    { password: "" },
    (body) => told(api.POST("/api/v1/passwords/{who}/{token}", { ...path, body })),
    comeIn,
  );
  return (
    <Loaded query={whose} isLink>
      {({ name, username }) => (
        <Door
          title="Choose a new password"
          lead={`For ${name}, who signs in as ${username}. It signs you out everywhere else.`}
        >
          <Fields onSubmit={form.submit}>
            <Entry
              name="password"
              label="New password"
              type="password"
              form={form}
              autoComplete="new-password"
              autoFocus
            />
            <RecordButton form={form} fields={["password"]}>
              Take this one
            </RecordButton>
          </Fields>
        </Door>
      )}
    </Loaded>
  );
}

/** A forgotten password: ask for a link by mail. */
export function Forgotten() {
  const [said, setSaid] = useState("");
  const form = useTyped(
    { who: "" },
    (body) => told(api.POST("/api/v1/passwords", { body })),
    (told) => setSaid(told.said),
  );
  return (
    <Door
      title="Forgot the password?"
      lead="A link to choose a new one comes by mail. Or ask your crew's owner for such a link."
    >
      {said ? (
        <Typography role="status">{said}</Typography>
      ) : (
        <Fields onSubmit={form.submit}>
          <Entry
            name="who"
            label="Name to sign in with, or mail address"
            form={form}
            autoComplete="username"
            autoFocus
          />
          <RecordButton form={form} fields={["who"]}>
            Send me a link
          </RecordButton>
        </Fields>
      )}
    </Door>
  );
}
