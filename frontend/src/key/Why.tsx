import { useFrame } from "../frame/store";

/** The reasons of the name, the deciding one first, and how sure it is. */
export function Why() {
  const reading = useFrame((s) => s.picture?.pattern);
  if (!reading) {
    return <p className="facts">No key light comes to the face.</p>;
  }
  const likely = Object.entries(reading.probabilities)
    .filter(([, share]) => share > 0.05)
    .sort((a, b) => b[1] - a[1]);
  return (
    <div className="why">
      <p>
        {likely.map(([name, share]) => (
          <span key={name} className="likely">
            {name} <span className="figures">{Math.round(share * 100)} %</span>
          </span>
        ))}
        <span className="caption">
          key <span className="figures">{Math.round(reading.azimuth)}°</span> round,{" "}
          <span className="figures">{Math.round(reading.elevation)}°</span> up, against the facial plane
        </span>
      </p>
      <ul>
        {reading.reasons.slice(0, 5).map((r) => (
          <li key={r.text}>{r.text}</li>
        ))}
      </ul>
    </div>
  );
}
