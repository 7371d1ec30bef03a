import { useQuery } from "@tanstack/react-query";
import { Navigate } from "react-router";
import { problemsIn, server } from "../server/client";

/** Opens the set that was changed last: a newcomer sees a finished set to try things on. */
export function FirstSet() {
  const sets = useQuery({
    queryKey: ["sets"],
    queryFn: async () => (await server.GET("/api/sets")).data,
  });
  if (sets.isError) {
    return <p role="alert">{problemsIn(sets.error)[0]?.message}</p>;
  }
  if (!sets.data) {
    return null;
  }
  const first = sets.data.sets.find((entry) => entry.readable);
  return <Navigate replace to={first ? `/set/${first.id}` : "/shelf"} />;
}
