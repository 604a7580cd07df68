import { MutationCache, type Mutation, QueryClient } from "@tanstack/react-query";
import { isTransient, reportError } from "./errors";

const retries = 2;
const retryDelayMs = 500;

declare module "@tanstack/react-query" {
  interface Register {
    mutationMeta: {
      /** Whether the component itself shows the error. */
      showsErrors?: boolean;
    };
  }
}

/** The query client of a page. Only here it is decided what happens when a request fails. */
export function createQueryClient(): QueryClient {
  const mutationCache = new MutationCache({
    onError: (error, variables, _, mutation) => {
      if (!mutation.meta?.showsErrors) reportError(error, () => repeat(mutation, variables));
    },
  });
  const repeat = (mutation: Mutation<unknown, unknown, unknown>, variables: unknown) =>
    void mutationCache
      .build(client, mutation.options)
      .execute(variables)
      .catch(() => undefined);
  const client: QueryClient = new QueryClient({
    mutationCache,
    defaultOptions: {
      // The server is on this computer or nearby: it can be reached without the internet.
      queries: {
        networkMode: "always",
        refetchOnWindowFocus: false,
        retry: (count, error) => isTransient(error) && count < retries,
        retryDelay: retryDelayMs,
      },
      mutations: { networkMode: "always" },
    },
  });
  return client;
}
