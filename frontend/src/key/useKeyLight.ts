import { useSettled } from "../frame/useSettled";
import { server } from "../server/client";

/** What the step Key shows beside the picture, one after the other: the dial first, then eyes, softness and faces. */
export function useDial() {
  return useSettled(["dial"], (body, signal) => server.POST("/api/key/dial", { body: { ...body, who: "" }, signal }));
}

export function useEyes() {
  const ready = useDial().isSuccess;
  return useSettled(["eyes"], (body, signal) => server.POST("/api/key/eyes", { body, signal }), ready);
}

export function useSoftness() {
  const ready = useEyes().isSuccess;
  return useSettled(["softness"], (body, signal) => server.POST("/api/key/softness", { body, signal }), ready);
}

export function useTries() {
  const ready = useSoftness().isSuccess;
  return useSettled(["tries"], (body, signal) => server.POST("/api/key/tries", { body, signal }), ready);
}

/** The dial of another sitter on the same seat, to compare its borders with. */
export function useOtherDial(who: string) {
  return useSettled(["dial", who], (body, signal) => server.POST("/api/key/dial", { body: { ...body, who }, signal }), who !== "");
}
