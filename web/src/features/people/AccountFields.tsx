import { Entry } from "../../parts/form";
import type { TypedForm } from "./typed";

export type NewAccount = { username: string; name: string; password: string; mail: string };
export const NOBODY: NewAccount = { username: "", name: "", password: "", mail: "" };

type Props = { form: Pick<TypedForm<NewAccount>, "values" | "change" | "problems"> };

/** Who somebody is, how they are called, and what they sign in with. */
export function AccountFields({ form }: Props) {
  return (
    <>
      <Entry
        name="name"
        label="Your name"
        hint="It stands beside what you record."
        form={form}
        autoComplete="name"
      />
      <Entry name="username" label="Name to sign in with" form={form} autoComplete="username" />
      <Entry
        name="password"
        label="Password"
        type="password"
        hint="Eight characters or more; a few words are easier than one."
        form={form}
        autoComplete="new-password"
      />
      <Entry
        name="mail"
        label="Mail address, may be left empty"
        hint="For a new password, should you forget this one."
        form={form}
        autoComplete="email"
      />
    </>
  );
}
