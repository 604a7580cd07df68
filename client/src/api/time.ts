import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { isSamePart, keys } from "./keys";

export interface SpreadOptions {
  by: "evenly" | "text" | "holds";
  totalMs: number;
  leastMs?: number;
  greatestMs?: number;
}

/** The holds that distribute a running time over the slides. */
export const useSpread = (id: string, revision: number, options: SpreadOptions, enabled: boolean) =>
  useQuery({
    queryKey: keys.spread(id, revision, options),
    enabled,
    queryFn: async ({ signal }) => ({
      ...unwrap(await api.GET("/api/shows/{id}/spread", { params: { path: { id }, query: options }, signal })),
      revision,
    }),
    // Only for the same question: the applied values must be the requested ones.
    placeholderData: (before, query) => (isSamePart(query?.queryKey[3], options) ? before : undefined),
  });
