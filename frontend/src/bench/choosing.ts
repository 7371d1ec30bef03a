import { useFrame } from "../frame/store";
import { useKeyStep } from "../key/store";
import { meant, newestTurn } from "../frame/usePicture";
import { queries, idOf } from "../server/queries";
import { type Advice, type Answer, type Half, type Pattern, type PhotoSet, server, type Step } from "../server/client";
import { asThing, type Thing } from "../server/things";
import { useSettings } from "../theme/useSettings";
import { refreshScene } from "./changes";
import { useWish } from "../wish/store";
import { useOpen } from "./open";
import { useBench } from "./store";

export function choose(thing: Thing) {
  useWish.setState(useWish.getInitialState(), true);
  useBench.setState({ thing });
  useFrame.setState({ idea: null });
  useOpen.setState({ step: "" });
  void refreshScene();
}

/** Opens a step: its own instruments, or the sheet of its thing. */
export function chooseStep(step: Step) {
  const key = useBench.getState().scene?.key;
  const thing = step.thing === "key" ? (typeof key === "number" ? `lights.${key}` : "sitter") : step.thing;
  useFrame.setState({ preview: null });
  choose(asThing(thing));
  useOpen.setState({ findings: true, step: step.code });
}

/** Looks at one light alone; the same again looks at all of them. */
export function lookAlone(index: number | null) {
  useFrame.setState((now) => ({ solo: now.solo === index ? null : index }));
}

function put(answer: Pick<Answer, "set">) {
  meant(answer.set);
  useBench.setState({ set: answer.set });
  useWish.setState(useWish.getInitialState(), true);
  useFrame.setState({ preview: null });
  void refreshScene();
}

/** Applies the answer that is previewed. */
export function applyPreview() {
  const { preview } = useFrame.getState();
  if (preview) {
    put(preview);
  }
}

export function waysKey(set: PhotoSet | null, target: string, half: Half) {
  return ["ways", idOf(set), target, half, useSettings.getState().feet];
}

/** Ways to a pattern, on one half of the dial or on either; `go` takes the dial's at once. */
export async function askWays(target: Pattern, go: boolean, half: Half = null): Promise<void> {
  const { set } = useBench.getState();
  if (!set) {
    return;
  }
  useKeyStep.setState({ seeking: target, asked: null });
  useFrame.setState({ preview: null });
  const body = { set, target, half, feet: useSettings.getState().feet, ...newestTurn() };
  const advice = await queries
    .fetchQuery({
      queryKey: waysKey(set, target, half),
      queryFn: async (): Promise<Advice> => {
        const { data } = await server.POST("/api/key/advice", { body });
        if (!data) {
          throw new Error("no answer");
        }
        return data;
      },
      staleTime: Infinity,
      gcTime: 60_000,
    })
    .catch(() => null);
  useKeyStep.setState((now) => ({ seeking: now.seeking === target ? "" : now.seeking }));
  if (!advice || set !== useBench.getState().set) {
    return;
  }
  useKeyStep.setState({ asked: { target, half, of: set } });
  const way = advice.by_key === null ? undefined : advice.ways[advice.by_key];
  if (go && way) {
    put(way);
  }
}
