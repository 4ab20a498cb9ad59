import { useState } from "react";
import { api, newId, told } from "../../api/client";
import { useSession } from "../../api/queries";
import { Loaded } from "../../parts/Page";
import { Entry, RecordButton } from "../../parts/form";
import { AccountFields, NOBODY } from "./AccountFields";
import { Door, Fields } from "./Door";
import { useComeIn, useTyped } from "./typed";

/** A crew begins: its name, and the person who owns it. */
export function Begin() {
  const session = useSession();
  return (
    <Loaded query={session}>
      {({ begins }) =>
        begins === "no" ? (
          <Door
            title="Begin a crew"
            lead="Crews are not begun here by whoever comes. Ask whoever runs this server, or your crew's owner for a link."
          >
            {null}
          </Door>
        ) : (
          <BeginForm isFirst={begins === "first"} />
        )
      }
    </Loaded>
  );
}

function BeginForm({ isFirst }: { isFirst: boolean }) {
  const [id] = useState(newId);
  const comeIn = useComeIn();
  const form = useTyped(
    { ...NOBODY, crew: "", code: "" },
    (body) => told(api.POST("/api/v1/crews", { body: { ...body, id } })),
    comeIn,
  );
  return (
    <Door
      title="Begin a crew"
      lead={
        isFirst
          ? "This is a new server. The set-up code stands where it was started."
          : "You are its owner; you ask the others in afterwards."
      }
    >
      <Fields onSubmit={form.submit}>
        {isFirst && <Entry name="code" label="Set-up code" form={form} autoFocus />}
        <Entry name="crew" label="Name of the crew" form={form} />
        <AccountFields form={form} />
        <RecordButton form={form} fields={["code", "crew", "name", "username", "password", "mail"]}>
          Begin the crew
        </RecordButton>
      </Fields>
    </Door>
  );
}
