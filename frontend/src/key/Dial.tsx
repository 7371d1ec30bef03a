import { useDrag } from "@use-gesture/react";
import { scaleLinear, type ScaleLinear } from "d3-scale";
import { turnKey } from "../bench/changes";
import { askWays } from "../bench/choosing";
import { dragBy, letGo } from "../bench/drag";
import { useBench } from "../bench/store";
import { useFrame } from "../frame/store";
import type { Dial as DialData, Half } from "../server/client";
import "./dial.css";
import { useKeyStep } from "./store";
import { onHalf } from "./words";
import { useDial, useOtherDial } from "./useKeyLight";

const WIDE = 496;
const HIGH = 178;
const LEFT = 30;
const FOOT = 17;
const ROUND = [-120, -90, -60, -30, 0, 30, 60, 90, 120];
const UP = [-30, 0, 30, 60];
const COARSE = 5;
const FINE = 1;

interface Scale {
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
}

function scaleOf(dial: DialData): Scale {
  const x = scaleLinear()
    .domain(dial.azimuths)
    .range([LEFT, WIDE - 4]);
  const y = scaleLinear()
    .domain(dial.elevations)
    .range([HIGH - FOOT, 2]);
  return { x, y };
}

function area(outlines: readonly (readonly (readonly number[])[])[], s: Scale) {
  return outlines
    .map((line) => line.map(([a, e], i) => `${i ? "L" : "M"}${s.x(a ?? 0).toFixed(1)} ${s.y(e ?? 0).toFixed(1)}`).join("") + "Z")
    .join("");
}

/** Where the key must be, round the face and up, for each pattern on this face; the key as a dot to be dragged. */
export function Dial() {
  const dial = useDial().data?.dial;
  const reading = useFrame((s) => s.picture?.pattern);
  if (!dial) {
    return (
      <p className="facts">
        {reading ? "The dial for this face follows in a moment." : "The dial needs a key light that comes to the face."}
      </p>
    );
  }
  return <Map dial={dial} here={reading ? [reading.azimuth, reading.elevation] : dial.here} pattern={reading?.pattern ?? ""} />;
}

/** A name of both sides of the face has a region on each. */
function sameSide(a: number, b: number) {
  return Math.abs(a) < 1 || a < 0 === b < 0;
}

function Map({ dial, here, pattern }: { dial: DialData; here: readonly number[]; pattern: string }) {
  const s = scaleOf(dial);
  const letter = useBench((b) => b.scene?.drawing.lights[dial.light]?.letter ?? "K");
  const other = useOtherDial(useKeyStep((k) => k.compare)).data?.dial;
  const wanted = useBench((b) => b.set?.look?.pattern ?? "");
  return (
    <svg className="dial" viewBox={`0 0 ${WIDE} ${HIGH}`} role="group" aria-label="Pattern dial, round the facial plane">
      <defs>
        <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line y2="7" className="hatch-line" />
        </pattern>
        <clipPath id="dial-clip">
          <rect x={LEFT} y={2} width={WIDE - LEFT - 4} height={HIGH - FOOT - 2} />
        </clipPath>
      </defs>
      <g clipPath="url(#dial-clip)">
        {dial.regions.map((region) => (
          <path
            key={`${region.name}${region.label[0]}`}
            className={`region${region.name === pattern && sameSide(region.label[0] ?? 0, here[0] ?? 0) ? " here" : ""}${region.name === wanted ? " wanted" : ""}`}
            d={area(region.outlines, s)}
            fillRule="evenodd"
          />
        ))}
        {other?.regions.map((region) => (
          <path key={`${region.name}${region.label[0]}`} className="compared" d={area(region.outlines, s)} />
        ))}
        {dial.hatches.map((hatch) => (
          <path key={hatch.reason} className="hatched" d={area(hatch.outlines, s)} fillRule="evenodd" fill="url(#hatch)" />
        ))}
      </g>
      {ROUND.map((a) => (
        <text key={a} className="figures tick" x={s.x(a)} y={HIGH - 4} textAnchor="middle">
          {a}°
        </text>
      ))}
      {UP.map((e) => (
        <text key={e} className="figures tick" x={LEFT - 4} y={s.y(e) + 4} textAnchor="end">
          {e}°
        </text>
      ))}
      {dial.hatches.map((hatch) => (
        <HatchName key={hatch.reason} reason={hatch.reason} x={s.x(hatch.label[0] as number)} y={s.y(hatch.label[1] as number)} />
      ))}
      {dial.regions.map((region) => (
        <RegionName
          key={`${region.name}${region.label[0]}`}
          name={region.name}
          half={region.half}
          x={s.x(region.label[0] as number)}
          y={s.y(region.label[1] as number)}
          tall={region.name === "Rembrandt" || region.name === "loop"}
        />
      ))}
      <path className="lens-mark" d={`M${s.x(dial.lens[0] as number)} ${s.y(dial.lens[1] as number)}m-6 -4h12v8h-12zm3 -3h6v3h-6z`}>
        <title>the lens</title>
      </path>
      <Dot scale={s} here={here} letter={letter} />
    </svg>
  );
}

function HatchName({ reason, x, y }: { reason: string; x: number; y: number }) {
  const at = Math.min(Math.max(x, LEFT + 84), WIDE - 84);
  return (
    <text className="reason" x={at} y={Math.min(y + 4, HIGH - FOOT - 5)} textAnchor="middle">
      {reason}
    </text>
  );
}

interface NameProps {
  name: DialData["regions"][number]["name"];
  half: Half;
  x: number;
  y: number;
  tall: boolean;
}

function RegionName({ name, half, x, y, tall }: NameProps) {
  const go = () => void askWays(name, true, half);
  return (
    <text
      className={`region-name${tall ? " tall" : ""}`}
      x={x}
      y={y + 4}
      textAnchor="middle"
      transform={tall ? `rotate(-90 ${x} ${y})` : undefined}
      role="button"
      tabIndex={0}
      aria-label={`${onHalf(name, half)}: go there`}
      onClick={go}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          go();
        }
      }}
    >
      {name}
    </text>
  );
}

function Dot({ scale, here, letter }: { scale: Scale; here: readonly number[]; letter: string }) {
  const [azimuth, elevation] = [here[0] ?? 0, here[1] ?? 0];
  const bind = useDrag(
    ({ last, tap, movement: [dx, dy], memo, event }) => {
      event.stopPropagation();
      const start = (memo as readonly [number, number] | undefined) ?? ([azimuth, elevation] as const);
      const box = (event.currentTarget as SVGElement | null)?.ownerSVGElement?.getBoundingClientRect();
      const zoom = box ? WIDE / box.width : 1;
      if (!tap && (dx !== 0 || dy !== 0)) {
        const a = Math.min(Math.max(scale.x.invert(scale.x(start[0]) + dx * zoom), -180), 180);
        const e = Math.min(Math.max(scale.y.invert(scale.y(start[1]) + dy * zoom), -89), 89);
        dragBy(() => turnKey(a, e));
      }
      if (last) {
        letGo();
      }
      return start;
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  const x = Math.min(Math.max(scale.x(azimuth), LEFT), WIDE - 4);
  const y = Math.min(Math.max(scale.y(elevation), 6), HIGH - FOOT);
  return (
    <g
      {...bind()}
      className="dot"
      data-testid="dial-dot"
      role="slider"
      tabIndex={0}
      aria-label="The key on the dial"
      aria-valuenow={Math.round(azimuth)}
      aria-valuetext={`${Math.round(azimuth)} degrees round, ${Math.round(elevation)} up`}
      transform={`translate(${x} ${y})`}
      onKeyDown={(e) => {
        const by = e.shiftKey ? FINE : COARSE;
        const turn = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[e.key];
        if (turn) {
          e.preventDefault();
          e.stopPropagation();
          void turnKey(azimuth + (turn[0] ?? 0), elevation + (turn[1] ?? 0));
        }
      }}
    >
      <circle r="16" className="reach" />
      <circle r="9" />
      <text y="4" textAnchor="middle">
        {letter}
      </text>
    </g>
  );
}
