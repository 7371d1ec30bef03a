import { useFrame } from "../frame/store";
import { useSettled } from "../frame/useSettled";
import { signed } from "../ladder/signed";
import { type Histogram, type Picture, server } from "../server/client";

const WIDE = 256;
const HIGH = 118;
const CHANNELS = ["luminance", "red", "green", "blue"] as const;
const SHOWN = 0.0005; // share of a zone from which it is written

/** The histogram of the file, clipped places, and what a raw file still holds. */
export function HistogramView() {
  const picture = useFrame((s) => s.picture);
  const withoutFlash = useFrame((s) => s.withoutFlash);
  const made = useSettled<Histogram>(
    ["histogram"],
    (body, signal) => server.POST("/api/expose/histogram", { body, signal }),
    !withoutFlash,
  ).data;
  return (
    <div className="histogram-view">
      <div>
        {picture && <Counts channels={picture.histogram} />}
        <Marks />
      </div>
      <div className="histogram-words">
        {made ? <Zones made={made} /> : <p className="facts">The file is being read.</p>}
        {made?.touches.map((text) => (
          <p key={text} className="warn">
            {text}
          </p>
        ))}
      </div>
    </div>
  );
}

function Counts({ channels }: { channels: Picture["histogram"] }) {
  const most = Math.max(1, ...CHANNELS.flatMap((name) => channels[name].slice(1, -1)));
  const step = WIDE / channels.luminance.length;
  const drawn = (counts: readonly number[]) =>
    `M0 ${HIGH}${counts.map((n, i) => `V${HIGH - Math.min(n / most, 1) * (HIGH - 6)}H${(i + 1) * step}`).join("")}V${HIGH}Z`;
  return (
    <svg className="histogram" width={WIDE} height={HIGH + 16} role="img" aria-label="Histogram of the picture file">
      <rect width={WIDE} height={HIGH} />
      {CHANNELS.map((name) => (
        <path key={name} className={name} d={drawn(channels[name])} />
      ))}
      <text y={HIGH + 13}>black</text>
      <text y={HIGH + 13} x={WIDE * 0.46} textAnchor="middle">
        mid grey
      </text>
      <path className="grey-mark" d={`M${WIDE * 0.46} ${HIGH - 5}v5`} />
      <text y={HIGH + 13} x={WIDE} textAnchor="end">
        white
      </text>
    </svg>
  );
}

function Marks() {
  const marked = useFrame((s) => s.marked);
  return (
    <p className="pulls">
      <span className="quiet">mark</span>
      {(["clipped", "raw"] as const).map((name) => (
        <button
          key={name}
          type="button"
          className="plain chip"
          aria-pressed={marked === name}
          onClick={() => useFrame.setState({ marked: marked === name ? "" : name })}
        >
          {name === "clipped" ? "clipped" : "lost in raw too"}
        </button>
      ))}
    </p>
  );
}

const percent = (share: number) => (share >= SHOWN ? `${(share * 100).toFixed(share < 0.01 ? 2 : 1)} %` : "none");

function Zones({ made }: { made: Histogram }) {
  return (
    <>
      <table>
        <thead>
          <tr>
            <th />
            <th>white</th>
            <th>black</th>
            <th>raw holds</th>
          </tr>
        </thead>
        <tbody>
          {made.zones.map((k) => (
            <tr key={k.zone}>
              <td>{k.zone}</td>
              <td className="figures">{percent(k.white)}</td>
              <td className="figures">{percent(k.black)}</td>
              <td className="figures">{k.headroom > 0 ? signed(k.headroom) : "full"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        Face <span className="figures">{signed(made.face_stops)}</span> stops from mid grey, whole picture{" "}
        <span className="figures">{signed(made.picture_stops)}</span>.
      </p>
    </>
  );
}
