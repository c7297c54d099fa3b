/** Files on their way into the record: sent, watched while the server works at them, taken in or left. */
import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";

import { api, fileBody, unwrap, type Schemas } from "../../api/client";

export type Arrival = Schemas["Arrival"];

/** So often the server is asked how far it got. */
const ASK_MS = 400;

export const isAtWork = (arrival: Arrival | null) => arrival?.state === "looking" || arrival?.state === "taking";

export const arrivalQuery = queryOptions({
  queryKey: ["arrival"],
  queryFn: async () => (await unwrap(api.GET("/api/record/arrivals/"))).arrival,
  refetchInterval: ({ state }) => (isAtWork(state.data ?? null) ? ASK_MS : false),
});

/** Each says anew how it stands. */
function useStep<Given>(step: (given: Given) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: step,
    onSettled: () => client.invalidateQueries({ queryKey: arrivalQuery.queryKey }),
  });
}

export const useSend = () =>
  useStep((file: File) =>
    unwrap(
      api.POST("/api/record/arrivals/", {
        params: { query: { file_name: file.name } },
        ...fileBody(file, "application/zip"),
      }),
    ),
  );

export const useTakeIn = () =>
  useStep(({ id, takesTheirs }: { id: string; takesTheirs: boolean }) =>
    unwrap(
      api.POST("/api/record/arrivals/{arrival_id}/take/", {
        params: { path: { arrival_id: id } },
        body: { takes_theirs: takesTheirs },
      }),
    ),
  );

export const useLeave = () =>
  useStep((id: string) =>
    unwrap(api.DELETE("/api/record/arrivals/{arrival_id}/", { params: { path: { arrival_id: id } } })),
  );
