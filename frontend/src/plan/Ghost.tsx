import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useFrame } from "../frame/store";
import { type Drawing, server } from "../server/client";
import { idOf } from "../server/queries";
import { path, type Point3, usePlan } from "./projection";

/** The drawing of the answer that is previewed; null when none is. */
function usePreviewed(): Drawing | null {
  const set = useFrame((s) => s.preview?.set ?? null);
  const drawn = useQuery({
    queryKey: ["drawing", idOf(set)],
    enabled: set !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 30_000,
    queryFn: async () =>
      (set ? (await server.POST("/api/scene", { body: { set, thing: null, feet: false } })).data?.drawing : null) ?? null,
  });
  return set ? (drawn.data ?? null) : null;
}

function differs(a: unknown, b: unknown) {
  return JSON.stringify(a) !== JSON.stringify(b);
}

/** Outlines of what an answer moves, where it would be, each with a line from where it is. */
export function Ghost({ now }: { now: Drawing }) {
  const then = usePreviewed();
  const plan = usePlan();
  if (!then) {
    return null;
  }
  const outlines: { key: string; d: string; from?: Point3 | undefined; to: Point3 }[] = [];
  then.lights.forEach((light, i) => {
    const before = now.lights[i];
    if (differs(light, before)) {
      const corners = light.front.map((p) => plan.at(p));
      const back = plan.at(light.back);
      const body = corners.map((c, k) => path([c, corners[(k + 1) % corners.length] ?? c, back])).join("");
      outlines.push({ key: `light ${i}`, d: body + path(corners), from: before?.place, to: light.place });
    }
  });
  then.panels.forEach((panel, i) => {
    const before = now.panels[i];
    if (differs(panel, before)) {
      const d = panel.parts.map((part) => path(part.map((p) => plan.at(p)))).join("");
      outlines.push({ key: `panel ${i}`, d, from: before?.place, to: panel.place });
    }
  });
  // The edges of its view end at the backdrop: they change when the camera does not.
  if (differs([then.camera.place, then.camera.aim], [now.camera.place, now.camera.aim])) {
    const [x, y] = plan.at(then.camera.place);
    const d = `M${x - 8} ${y - 8}h16v16h-16Z`;
    outlines.push({ key: "camera", d, from: now.camera.place, to: then.camera.place });
  }
  if (differs(then.sitter, now.sitter)) {
    const floor = plan.view === "floor";
    const lines = floor ? [then.sitter.body_from_above, then.sitter.head_from_above] : [then.sitter.from_side];
    const d = lines.map((line) => path(line.map(([a = 0, b = 0]) => (floor ? plan.at([a, 0, b]) : plan.at([0, b, a]))))).join("");
    outlines.push({ key: "sitter", d, from: now.sitter.nose_handle, to: then.sitter.nose_handle });
  }
  if (differs(then.backdrop, now.backdrop)) {
    const [right = [], left = [], low = []] = then.backdrop;
    const middle = right.map((v, i) => (v + (left[i] ?? 0)) / 2);
    const ends = plan.view === "floor" ? [left, right] : [middle, [middle[0] ?? 0, low[1] ?? 0, middle[2] ?? 0]];
    outlines.push({
      key: "backdrop",
      d: path(
        ends.map((p) => plan.at(p)),
        false,
      ),
      to: middle,
    });
  }
  return (
    <g className="ghost" data-testid="ghost" pointerEvents="none">
      {outlines.map(({ key, d, from, to }) => {
        const [x, y] = plan.at(to);
        const [fx, fy] = from ? plan.at(from) : [x, y];
        return (
          <g key={key} data-ghost={key}>
            <line x1={fx} y1={fy} x2={x} y2={y} />
            <path d={d} />
          </g>
        );
      })}
    </g>
  );
}
