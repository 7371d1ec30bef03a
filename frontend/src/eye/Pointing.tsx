import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import { type Place, POINTS, type Points } from "./points";

const [LOUPE, TIMES] = [150, 4];
const NUDGE = 0.001; // of the picture's side, by an arrow key

interface Props {
  address: string;
  points: Points;
  current: string;
  doubtful: readonly string[];
  /** Pixels of the file as it is shown. */
  onSize: (size: readonly [number, number]) => void;
  onPoint: (name: string, at: Place) => void;
  onChoose: (name: string) => void;
}

/** The picture that is pointed at, with a loupe where the hand is. */
export function Pointing({ address, points, current, doubtful, onSize, onPoint, onChoose }: Props) {
  const image = useRef<HTMLImageElement>(null);
  const [under, setUnder] = useState<Place | null>(null);

  function place(event: PointerEvent): Place | null {
    const box = image.current?.getBoundingClientRect();
    return box ? [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height] : null;
  }
  function nudge(event: KeyboardEvent) {
    const at = points[current];
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (at && way) {
      event.preventDefault();
      const by = NUDGE * (event.shiftKey ? 10 : 1);
      onPoint(current, [at[0] + (way[0] ?? 0) * by, at[1] + (way[1] ?? 0) * by]);
    }
  }
  const looked = under ?? points[current] ?? null;
  return (
    <div
      className="pointing"
      role="application"
      tabIndex={0}
      aria-label="The picture that is pointed at"
      onKeyDown={nudge}
      onPointerMove={(e) => setUnder(place(e))}
      onPointerLeave={() => setUnder(null)}
      onPointerDown={(e) => {
        const at = place(e);
        if (at && at[0] >= 0 && at[0] <= 1 && at[1] >= 0 && at[1] <= 1) {
          onPoint(current, at);
        }
      }}
    >
      <img
        ref={image}
        src={address}
        alt="The file"
        draggable={false}
        onLoad={(e) => onSize([e.currentTarget.naturalWidth, e.currentTarget.naturalHeight])}
      />
      {POINTS.filter((k) => points[k.name]).map((k) => {
        const [x = 0, y = 0] = points[k.name] ?? [];
        return (
          <button
            key={k.name}
            type="button"
            tabIndex={-1}
            className={`point${k.name === current ? " here" : ""}${doubtful.includes(k.name) ? " doubtful" : ""}${k.patch ? " patch" : ""}`}
            style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
            title={k.label}
            aria-label={`Point of the ${k.label}`}
            onPointerDown={(e) => {
              e.stopPropagation();
              onChoose(k.name);
            }}
          />
        );
      })}
      {looked && image.current && (
        <div
          className="loupe"
          aria-hidden="true"
          style={{
            width: LOUPE,
            height: LOUPE,
            [looked[0] < 0.5 ? "right" : "left"]: 8,
            top: 8,
            backgroundImage: `url(${address})`,
            backgroundSize: `${image.current.width * TIMES}px ${image.current.height * TIMES}px`,
            backgroundPosition: `${LOUPE / 2 - looked[0] * image.current.width * TIMES}px ${LOUPE / 2 - looked[1] * image.current.height * TIMES}px`,
          }}
        />
      )}
    </div>
  );
}
