import { useDrag } from "@use-gesture/react";
import { useRef, useState } from "react";
import type { Judged, Mark } from "../server/client";

export type Marks = Readonly<Record<string, readonly [number, number]>>;

interface Props {
  address: string;
  made: Judged | undefined;
  marks: Marks;
  onMark: (name: string, at: readonly [number, number]) => void;
}

const NUDGE = 0.01; // of the picture's side

/** The file with its marks, each to be dragged, or nudged by the arrow keys. */
export function Marked({ address, made, marks, onMark }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const card = marks.card;
  const all: Mark[] = (made?.marks ?? []).map((k) => {
    const [x, y] = marks[k.name] ?? [k.x, k.y]; // where the hand has put it, before the answer is there
    return { ...k, x, y };
  });
  if (card && !all.some((k) => k.name === "card")) {
    all.push({ name: "card", label: "grey card", x: card[0], y: card[1] });
  }
  return (
    <div className="marked" ref={box}>
      <img src={address} alt="The file" draggable={false} />
      {all.map((k) => (
        <Handle key={k.name} mark={k} put={k.name in marks} box={box} onMark={(at) => onMark(k.name, at)} />
      ))}
    </div>
  );
}

interface HandleProps {
  mark: Mark;
  put: boolean;
  box: React.RefObject<HTMLDivElement | null>;
  onMark: (at: readonly [number, number]) => void;
}

function inside(k: number) {
  return Math.min(Math.max(k, 0), 1);
}

function Handle({ mark, put, box, onMark }: HandleProps) {
  const [held, setHeld] = useState<readonly [number, number] | null>(null);
  const bind = useDrag(
    ({ movement: [dx, dy], last, memo = [mark.x, mark.y] as const }) => {
      const size = box.current?.getBoundingClientRect();
      const at = size ? ([inside(memo[0] + dx / size.width), inside(memo[1] + dy / size.height)] as const) : memo;
      setHeld(last ? null : at);
      if (last && (dx || dy)) {
        onMark(at);
      }
      return memo;
    },
    { pointer: { keys: false } },
  );
  const [x, y] = held ?? [mark.x, mark.y];
  const ways: Record<string, readonly [number, number]> = {
    ArrowLeft: [-NUDGE, 0],
    ArrowRight: [NUDGE, 0],
    ArrowUp: [0, -NUDGE],
    ArrowDown: [0, NUDGE],
  };
  return (
    <button
      type="button"
      {...bind()}
      className={`mark${put ? " put" : ""}`}
      style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
      title={mark.label}
      aria-label={`Mark of the ${mark.label}`}
      data-mark={mark.name}
      onKeyDown={(event) => {
        const way = ways[event.key];
        if (way) {
          event.preventDefault();
          onMark([inside(x + way[0]), inside(y + way[1])]);
        }
      }}
    />
  );
}
