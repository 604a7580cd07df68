import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { keys } from "./keys";

/** What the machine of the app lacks. */
export const useMissingParts = () =>
  useQuery({
    queryKey: keys.machine(),
    queryFn: async ({ signal }) => unwrap(await api.GET("/api/machine/missing", { signal })),
    staleTime: Infinity,
  });
