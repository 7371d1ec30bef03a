import { preview, useFrame } from "../frame/store";
import { useSettled } from "../frame/useSettled";
import { signed } from "../ladder/signed";
import { server, type Whites } from "../server/client";

type Way = Whites["ways"][number];

/** A white ground three ways, weighed for this room; each is previewed before it is applied. */
export function White() {
  const ways = useSettled<Whites>(["white"], (body, signal) => server.POST("/api/light/white", { body, signal })).data?.ways;
  if (!ways) {
    return <p className="facts">Three ways to white are tried.</p>;
  }
  return (
    <>
      <table>
        <thead>
          <tr>
            <th>white by</th>
            <th>output</th>
            <th>darkest over white</th>
            <th>lightest</th>
            <th>hair edges</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {ways.map((way) => (
            <Row key={way.name} way={way} />
          ))}
        </tbody>
      </table>
      <p className="caption">
        Stops. The least output at which all of the backdrop in the frame clips; under 0 it stays grey. A stop or more over white wraps
        round the hair.
      </p>
    </>
  );
}

function Row({ way }: { way: Way }) {
  const previewed = useFrame((s) => way.answer !== null && s.preview?.text === way.answer.text);
  const { answer } = way;
  if (way.why_not) {
    return (
      <tr>
        <td>{way.name}</td>
        <td colSpan={5}>{way.why_not}</td>
      </tr>
    );
  }
  return (
    <tr>
      <td>{way.name}</td>
      <td className="figures">{way.output || "as it is"}</td>
      <td className="figures">{signed(way.darkest)}</td>
      <td className="figures">{signed(way.lightest)}</td>
      <td className="figures">{signed(way.wrap)}</td>
      <td>
        {!answer && way.darkest < 0 && "stays grey"}
        {answer && (
          <button
            type="button"
            className="plain linked"
            aria-label={`Preview: ${answer.text}`}
            title={answer.text}
            aria-pressed={previewed}
            onClick={() => preview(answer)}
          >
            Preview
          </button>
        )}
      </td>
    </tr>
  );
}
