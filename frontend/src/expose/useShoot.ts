import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { inWords, type PhotoSet, problemsIn, server, type ShootIn, type TestFrame } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { queries } from "../server/queries";

const NONE: TestFrame[] = [];

export function framesKey(id: string) {
  return ["frames", id];
}

/** A frame of the sitter where they sit, with camera and flashes set as planned. */
const USUAL = { timer: 0, row: 1, focus: "auto", on: "sitter", walk: 0, set_first: true, white_balance: null } as const;

/** The frames of a set, and what fires the camera. */
export function useShoot(id: string) {
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState("");
  const feet = useSettings((s) => s.feet);
  const frames = useQuery({
    queryKey: framesKey(id),
    enabled: id !== "",
    queryFn: async () => (await server.GET("/api/sets/{set_id}/frames", { params: { path: { set_id: id } } })).data?.frames ?? NONE,
  });

  async function shoot(set: PhotoSet, more: Partial<Omit<ShootIn, "set">> = {}): Promise<TestFrame[]> {
    setBusy(true);
    setWrong("");
    const path = { params: { path: { set_id: id } }, body: { ...USUAL, feet, ...more, set } };
    const { data, error } = await server.POST("/api/sets/{set_id}/frames", path).catch(() => ({ data: undefined, error: null }));
    setBusy(false);
    if (!data) {
      setWrong(inWords(problemsIn(error)));
      return NONE;
    }
    void queries.invalidateQueries({ queryKey: framesKey(id) });
    return data.frames;
  }

  return { frames: frames.data ?? NONE, busy, wrong, setWrong, shoot };
}

export function pictureOf(id: string, frame: TestFrame) {
  return `/api/sets/${id}/frames/${frame.id}/picture`;
}
