import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { isSamePart, keys } from "./keys";

export interface SpreadOptions {
  by: "evenly" | "text" | "holds";
  totalMs: number;
  leastMs?: number;
  greatestMs?: number;
}

/** The holds that distribute a running time across the slides. */
export const useSpread = (id: string, revision: number, options: SpreadOptions, enabled: boolean) =>
  useQuery({
    queryKey: keys.spread(id, revision, options),
    enabled,
    queryFn: async ({ signal }) => ({
      ...unwrap(await api.GET("/api/shows/{id}/spread", { params: { path: { id }, query: options }, signal })),
      revision,
    }),
    // Of the same question only: what is set must be what was asked for.
    placeholderData: (before, query) => (isSamePart(query?.queryKey[3], options) ? before : undefined),
  });
