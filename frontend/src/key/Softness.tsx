import { useFrame } from "../frame/store";
import { useSoftness } from "./useKeyLight";

/** How soft the key draws, what would give another grade, its shine, and how its front is filled. */
export function Softness() {
  const soft = useSoftness().data;
  const reading = useFrame((s) => s.picture?.pattern);
  if (!soft || !reading) {
    return <p className="facts">Softness follows in a moment.</p>;
  }
  return (
    <div className="softness">
      <table>
        <thead>
          <tr>
            <th>shadow edges</th>
            <th>a front, from here</th>
            <th>or this front, from</th>
          </tr>
        </thead>
        <tbody>
          <tr className="now">
            <td>
              {reading.softness.grade} <span className="figures">{reading.softness.edge.toFixed(0)} mm</span>
            </td>
            <td>this one</td>
            <td className="figures">{soft.distance}</td>
          </tr>
          {soft.others.map((k) => (
            <tr key={k.grade}>
              <td>{k.grade}</td>
              <td className="figures">{k.size}</td>
              <td className="figures">{k.distance}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="facts">{soft.lines.join(" ")} Drag the aim on the Floor past the face to feather it.</p>
    </div>
  );
}
