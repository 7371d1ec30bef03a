import { useDrag } from "@use-gesture/react";
import { useState } from "react";
import { pull } from "../wish/ask";
import { useWish } from "../wish/store";
import { useBench } from "../bench/store";
import { signed } from "./signed";

const THIRD = 1 / 3;
const TENTH = 0.1;
const LEAST = 4; // pixels from which a pull is meant

interface Props {
  name: string;
  label: string;
  stops: number;
  code: number;
  lightness: number;
  side: string;
  /** Of its reading, and of its label. */
  trueY: number;
  y: number;
  /** Right end of the greys, and of the Ladder. */
  left: number;
  right: number;
  /** Pixels a stop, and where stops stand. */
  perStop: number;
  at: (stops: number) => number;
  indent: number;
  children?: React.ReactNode;
}

/** A surface at its reading. Pulling it wishes it elsewhere: with the pointer, or with the arrow keys. */
export function Marker(m: Props) {
  const wished = useWish((s) => s.targets.find((t) => t.surface === m.name));
  const stated = useWish((s) => s.answer?.targets.find((t) => t.surface === m.name)?.stops);
  const fresh = useBench((s) => s.set) === useWish((s) => s.of);
  const [pulled, setPulled] = useState<number | null>(null);
  const target = pulled ?? (wished && fresh ? (stated ?? wished.stops) : null);
  const bind = useDrag(
    ({ tap, last, movement: [, dy], event }) => {
      event.stopPropagation();
      if (tap || Math.abs(dy) < LEAST) {
        setPulled(null);
        return;
      }
      const stops = Math.round((m.stops - dy / m.perStop) * 10) / 10;
      if (last) {
        setPulled(null);
        pull(m.name, stops.toFixed(1), stops);
      } else {
        setPulled(stops);
      }
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  function onKey(event: React.KeyboardEvent) {
    const way = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    if (way) {
      event.preventDefault();
      event.stopPropagation();
      const stops = (target ?? m.stops) + way * (event.shiftKey ? TENTH : THIRD);
      pull(m.name, stops.toFixed(2), stops);
    } else if (event.key === "Enter") {
      event.preventDefault();
      event.stopPropagation();
      if (!wished) {
        pull(m.name, m.stops.toFixed(1), m.stops);
      }
      // The field is there with the next paint.
      requestAnimationFrame(() =>
        document.querySelector<HTMLInputElement>(`input[aria-label="Wish for ${m.name.replaceAll("_", " ")}"]`)?.select(),
      );
    }
  }
  return (
    <g
      {...bind()}
      className={`marker ${m.name}`}
      data-marker={m.name}
      data-stops={m.stops.toFixed(3)}
      data-side={m.side}
      role="slider"
      tabIndex={0}
      aria-label={m.label}
      aria-orientation="vertical"
      aria-valuenow={Math.round((target ?? m.stops) * 10) / 10}
      aria-valuetext={`${signed(m.stops)} stops${target === null || target === undefined ? "" : `, wished at ${signed(target)}`}`}
      aria-valuemin={-10}
      aria-valuemax={6}
      onKeyDown={onKey}
    >
      <title>{`${m.label}: ${signed(m.stops)} stops, file value ${m.code}, L* ${m.lightness.toFixed(0)}. Diffuse light; shine is left out. Pull it to wish it elsewhere.`}</title>
      <rect className="grip" x={m.left} y={m.y - 11} width={m.right - m.left} height={22} />
      <path d={`M${m.left + 2} ${m.trueY}L${m.left + 14} ${m.y}`} />
      <circle cx={m.left + 2} cy={m.trueY} r={2.5} />
      <text x={m.left + m.indent} y={m.y + 5}>
        {m.label}
      </text>
      {m.children}
      <text className="figures value" x={m.right} y={m.y + 5} textAnchor="end">
        {signed(m.stops)}
      </text>
      {target !== null && target !== undefined && (
        <g className="wish-mark" data-wish={m.name}>
          <path d={`M${m.left - 34} ${m.at(target)}l7 -7h26v14h-26Z`} />
          <text className="figures" x={m.left - 3} y={m.at(target) + 4.5} textAnchor="end">
            {signed(target)}
          </text>
        </g>
      )}
    </g>
  );
}
