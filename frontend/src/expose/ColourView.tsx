import { preview, useFrame } from "../frame/store";
import { useSettled } from "../frame/useSettled";
import { type Colours, server } from "../server/client";

type Code = NonNullable<Colours["balance"]>["card"];
const said = (code: Code) => `${code.red}, ${code.green}, ${code.blue}`;
const rgb = (code: Code) => `rgb(${code.red} ${code.green} ${code.blue})`;

/** Each light on a grey card and on skin at the balance that is set, and the gel that makes it agree with the key. */
export function ColourView() {
  const made = useSettled<Colours>(["colour"], (body, signal) => server.POST("/api/expose/colour", { body, signal })).data;
  const previewed = useFrame((s) => s.preview?.text);
  const balance = made?.balance;
  if (!balance) {
    return <p className="facts">{made ? "No light is on." : "The colours are being read."}</p>;
  }
  const camera = made.answers.camera;
  return (
    <>
      <p>
        The camera is at <span className="figures">{balance.set_to.toFixed(0)} K</span>, the key is{" "}
        <span className="figures">{balance.of_key.toFixed(0)} K</span>.{" "}
        {balance.mixed ? "Light of two colours is on the face." : "The face is lit in one colour."}
        {camera && (
          <button type="button" className="plain" aria-pressed={previewed === camera.text} onClick={() => preview(camera)}>
            Preview: {camera.text}
          </button>
        )}
      </p>
      <div className="patches">
        {balance.lights.map((k) => {
          const answer = made.answers[k.name];
          return (
            <figure key={k.name}>
              <span className="patch" style={{ background: rgb(k.card) }} title={`Grey card: ${said(k.card)}`} />
              <span className="patch" style={{ background: rgb(k.skin) }} title={`Skin: ${said(k.skin)}`} />
              <figcaption>
                <b>{k.name}</b> <span className="figures">{k.temperature.toFixed(0)} K</span>
                <br />
                {Math.abs(k.off_key) < 1 ? "as the key" : `${Math.abs(k.off_key).toFixed(0)} mired ${k.off_key > 0 ? "warmer" : "cooler"}`}
                {answer && (
                  <button type="button" className="plain" aria-pressed={previewed === answer.text} onClick={() => preview(answer)}>
                    {k.gels.join(" and ")} gel
                  </button>
                )}
              </figcaption>
            </figure>
          );
        })}
        <figure>
          <span className="patch wide" style={{ background: rgb(balance.card) }} title={`Grey card: ${said(balance.card)}`} />
          <figcaption>
            <b>all light</b>
            <br />
            on a grey card
          </figcaption>
        </figure>
      </div>
    </>
  );
}
