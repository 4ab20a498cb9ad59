import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { type Problem, type Schemas, problemsOf } from "../../api/client";
import { queries } from "../../api/queries";
import { knownAs } from "../../api/session";
import { signedOutIsTold } from "../../phone/live";

/** A form that is kept nowhere: passwords are typed in it. */
export type TypedForm<Values> = {
  values: Values;
  change: (changed: Partial<Values>) => void;
  problems: readonly Problem[];
  submit: (event: FormEvent) => void;
  isSending: boolean;
};

export function useTyped<Values, Told>(
  initial: Values,
  send: (values: Values) => Promise<Told>,
  onSent: (told: Told) => void | Promise<void>,
): TypedForm<Values> {
  const [values, setValues] = useState(initial);
  const sending = useMutation({ mutationFn: () => send(values), onSuccess: onSent });
  return {
    values,
    change: (changed) => {
      sending.reset();
      setValues({ ...values, ...changed });
    },
    problems: problemsOf(sending.error),
    submit: (event) => {
      event.preventDefault();
      sending.mutate();
    },
    isSending: sending.isPending,
  };
}

/** Come in as whom the server says is signed in now, to the jobs or somewhere else. */
export function useComeIn(to = "/jobs"): (now: Schemas["SessionSheet"]) => Promise<void> {
  const navigate = useNavigate();
  return async (now) => {
    await signedOutIsTold();
    await knownAs(now);
    queries.clear();
    queries.setQueryData(["session"], now);
    await navigate(to, { replace: true });
  };
}
