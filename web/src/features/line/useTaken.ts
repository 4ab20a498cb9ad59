import { useQuery } from "@tanstack/react-query";
import { takenNow } from "../../phone/live";
import { usePhoneState } from "./usePhone";

const MEGABYTE = 1024 * 1024;

/** The jobs that lie on this phone, and how much of it all this takes, in words. */
export function useTaken() {
  const state = usePhoneState();
  const { data } = useQuery({
    queryKey: ["taken", state],
    queryFn: async () => {
      const [all, { usage = 0 }] = await Promise.all([takenNow(), navigator.storage.estimate()]);
      const used = usage ? `${Math.max(1, Math.round(usage / MEGABYTE))} MB` : "";
      return { jobs: all.filter((one) => one.job !== ""), used };
    },
    enabled: state !== "off",
    refetchInterval: 5_000,
  });
  return data ?? { jobs: [], used: "" };
}
