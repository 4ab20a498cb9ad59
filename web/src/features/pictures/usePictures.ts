import { useQuery } from "@tanstack/react-query";
import { api, told } from "../../api/client";

/** The pictures of a job; what each is of, and not itself. */
export function usePictures(job: string) {
  return useQuery({
    queryKey: ["pictures", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/pictures", { params: { path: { job } } })),
  });
}

const FOREVER = Number.POSITIVE_INFINITY;

/** A picture itself, as an address; it never changes. */
export function useShown(picture: string, size: "small" | "large") {
  return useQuery({
    queryKey: ["picture", picture, size],
    queryFn: async () => {
      const params = { path: { picture } };
      const { jpeg } = await told(
        size === "small"
          ? api.GET("/api/v1/pictures/{picture}/small", { params })
          : api.GET("/api/v1/pictures/{picture}/large", { params }),
      );
      return `data:image/jpeg;base64,${jpeg}`;
    },
    staleTime: FOREVER,
    retry: false,
  });
}
