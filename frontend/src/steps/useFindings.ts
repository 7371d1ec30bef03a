import { useSettled } from "../frame/useSettled";
import { server } from "../server/client";

/** The findings of the set that is seen, once its fine picture stands. */
export function useFindings() {
  return useSettled(["findings"], (body, signal) => server.POST("/api/findings", { body, signal })).data;
}
