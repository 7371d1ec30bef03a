import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { inWords, problemsIn, server, type ShootIn, type TestFrame } from "../server/client";
import { queries } from "../server/queries";

const NONE: TestFrame[] = [];

export function framesKey(id: string) {
  return ["frames", id];
}

/** The frames of a set, and what fires the camera. */
export function useShoot(id: string) {
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState("");
  const frames = useQuery({
    queryKey: framesKey(id),
    enabled: id !== "",
    queryFn: async () => (await server.GET("/api/sets/{set_id}/frames", { params: { path: { set_id: id } } })).data?.frames ?? NONE,
  });

  async function shoot(asked: ShootIn): Promise<TestFrame[]> {
    setBusy(true);
    setWrong("");
    const path = { params: { path: { set_id: id } }, body: asked };
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
