import { useEffect } from "react";
import { preview, useFrame } from "../frame/store";
import { useSettled } from "../frame/useSettled";
import { beside, signed } from "../ladder/signed";
import { type RoomLight, server } from "../server/client";

const MOST = 12; // stops: the strip's height

/** The frame without flash: how far under the picture, what gives it, what kills it, and longer times for more of it. */
export function RoomView() {
  const withoutFlash = useFrame((s) => s.withoutFlash);
  const previewed = useFrame((s) => s.preview?.text);
  const made = useSettled<RoomLight>(
    ["room light"],
    (body, signal) => server.POST("/api/expose/room", { body, signal }),
    !withoutFlash,
  ).data;
  useEffect(() => () => useFrame.setState({ withoutFlash: false }), []);
  const ambient = made?.ambient;
  return (
    <>
      <div className="room-words">
        <button
          type="button"
          className="plain go"
          aria-pressed={withoutFlash}
          onClick={() => useFrame.setState({ withoutFlash: !withoutFlash })}
        >
          {withoutFlash ? "Back to the flash" : "Show the frame without flash"}
        </button>
        {ambient && (
          <p className="big-words">
            {!ambient.flash ? (
              "No flash is on: this is the picture."
            ) : ambient.lights.length === 0 ? (
              "Black: nothing but flash is on."
            ) : (
              <>
                <output className="figures big">{Math.abs(ambient.under).toFixed(1)}</output> stops {ambient.under < 0 ? "over" : "under"}{" "}
                the picture, {made.black ? "black" : `still seen: ${made.seen.slice(0, 4).join(", ")}`}
              </>
            )}
          </p>
        )}
      </div>
      {!made && <p className="facts">The frame without flash is being read.</p>}
      {ambient && ambient.lights.length > 0 && (
        <div className="room-grid">
          <div>
            {ambient.lights.map((k) => (
              <p key={k.name}>
                {k.name} <span className="figures">{(k.share * 100).toFixed(0)} %</span>, {beside(-k.under, "the picture")}
              </p>
            ))}
            <ul className="findings" aria-label="What takes room light away">
              {made.kills.map((k) => (
                <li key={k.answer.text}>
                  <button type="button" className="plain" aria-pressed={previewed === k.answer.text} onClick={() => preview(k.answer)}>
                    Preview: {k.answer.text}
                  </button>
                  <span className="figures">
                    {beside(-k.under, "it")}
                    {k.black ? ", black" : ""}
                  </span>
                </li>
              ))}
            </ul>
          </div>
          {ambient.flash && <Times made={made} />}
        </div>
      )}
    </>
  );
}

/** Room light at longer times: to mix it in on purpose. */
function Times({ made }: { made: RoomLight }) {
  const previewed = useFrame((s) => s.preview?.text);
  return (
    <div className="times" role="group" aria-label="Longer times mix the room in">
      <p className="caption">longer times mix the room in</p>
      {made.times.map((t) => (
        <button key={t.text} type="button" className="plain" aria-pressed={previewed === t.answer.text} onClick={() => preview(t.answer)}>
          <span className="figures">{t.text}</span>
          <span className="bar" style={{ width: `${Math.max(0, 1 - t.under / MOST) * 90}px` }} />
          <span className="figures">{signed(-t.under)}</span>
        </button>
      ))}
    </div>
  );
}
