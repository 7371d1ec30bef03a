import type { PointedAt } from "../server/client";

/** A place in the picture, in shares of its width and height. */
export type Place = readonly [number, number];
export type Points = Readonly<Record<string, Place>>;

interface Point {
  name: string;
  label: string;
  /** What to point at, in a sentence. */
  say: string;
  needed?: boolean;
  /** Read as a value, not as a mark. */
  patch?: boolean;
}

/** In the order in which they are pointed at. */
export const POINTS: readonly Point[] = [
  { name: "left_pupil", label: "pupil at the left", say: "The middle of the pupil at the picture's left.", needed: true },
  { name: "right_pupil", label: "pupil at the right", say: "The middle of the pupil at the picture's right.", needed: true },
  { name: "nose_tip", label: "nose's tip", say: "The tip of the nose.", needed: true },
  { name: "left_catchlight", label: "highlight, left eye", say: "The brightest highlight in the left eye." },
  { name: "right_catchlight", label: "highlight, right eye", say: "The brightest highlight in the right eye." },
  { name: "left_second", label: "second highlight, left eye", say: "A second highlight in the left eye, where there is one." },
  { name: "nose_shadow", label: "end of the nose's shadow", say: "Where the nose's shadow ends on cheek or lip." },
  { name: "chin_shadow", label: "end of the chin's shadow", say: "Where the chin's shadow ends on the neck." },
  { name: "edge_from", label: "shadow's edge, light side", say: "Where the edge of the nose's shadow begins, on its light side." },
  { name: "edge_to", label: "shadow's edge, dark side", say: "Where that edge has become full shadow." },
  { name: "left_ear", label: "lobe of the left ear", say: "The lobe of the ear at the picture's left." },
  { name: "right_ear", label: "lobe of the right ear", say: "The lobe of the ear at the picture's right." },
  { name: "lit", label: "lit cheek", say: "The lit cheek.", patch: true },
  { name: "shadow", label: "shadow cheek", say: "The shadow cheek.", patch: true },
  { name: "edge_left", label: "hair's edge, left", say: "The edge of the hair at the left, on the hair.", patch: true },
  { name: "edge_right", label: "hair's edge, right", say: "The edge of the hair at the right, on the hair.", patch: true },
  { name: "backdrop_left", label: "backdrop, left", say: "The backdrop at the left.", patch: true },
  { name: "backdrop_middle", label: "backdrop by the head", say: "The backdrop beside the head.", patch: true },
  { name: "backdrop_right", label: "backdrop, right", say: "The backdrop at the right.", patch: true },
];

const FIELD: Readonly<Record<string, string>> = {
  left_catchlights: "left_catchlight",
  right_catchlights: "right_catchlight",
  edge: "edge_to",
};

/** The point that a field of the marks is set by. */
export function pointOf(field: string): string {
  const first = field.replace(/^marks\./, "").split(".")[0] ?? "";
  return FIELD[first] ?? first;
}

/** Whether enough is pointed at to read anything. */
export function enough(points: Points): boolean {
  return POINTS.filter((k) => k.needed).every((k) => points[k.name]);
}

/** As the server reads them, in pixels. */
export function asked(points: Points, width: number, height: number) {
  const at = (name: string): [number, number] | null => {
    const place = points[name];
    return place ? [place[0] * width, place[1] * height] : null;
  };
  const all = (...names: string[]) => names.map(at).filter((k) => k !== null);
  const [from, to] = [at("edge_from"), at("edge_to")];
  const marks: PointedAt = {
    width,
    height,
    left_pupil: at("left_pupil") ?? [0, 0],
    right_pupil: at("right_pupil") ?? [0, 0],
    nose_tip: at("nose_tip") ?? [0, 0],
    nose_shadow: at("nose_shadow"),
    chin_shadow: at("chin_shadow"),
    left_catchlights: all("left_catchlight", "left_second"),
    right_catchlights: all("right_catchlight"),
    left_ear: at("left_ear"),
    right_ear: at("right_ear"),
    edge: from && to ? [from, to] : null,
  };
  const patches: Record<string, [number, number]> = {};
  for (const k of POINTS) {
    const place = k.patch ? at(k.name) : null;
    if (place) {
      patches[k.name] = place;
    }
  }
  return { marks, patches };
}
