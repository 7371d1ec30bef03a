import { useQuery } from "@tanstack/react-query";
import { scaleLinear } from "d3-scale";
import { Link } from "react-router";
import { Page, Wrong } from "../pages/Page";
import { type EyeSkill, server } from "../server/client";
import "./eye.css";

const [WIDE, HIGH, PAD] = [420, 46, 4];

/** Every skill of the eye, the weakest first: how it stands, how it went, when it is due. */
export function ProgressPage() {
  const made = useQuery({
    queryKey: ["progress"],
    staleTime: 0,
    queryFn: async () => (await server.GET("/api/practice/progress")).data ?? null,
  });
  const told = made.data;
  return (
    <Page
      title="Progress"
      back={["/practice", "Practice"]}
      tools={
        <a href="/api/practice/progress.csv" download="practice.csv">
          Export
        </a>
      }
    >
      <Wrong text={made.data === null ? "The server does not answer." : ""} />
      {told && (
        <div className="progress">
          <p className="next">
            {told.next} <Link to="/practice">A round of five minutes</Link>
          </p>
          <table>
            <thead>
              <tr>
                <th>skill</th>
                <th>now, of 100</th>
                <th>how it went</th>
                <th>answers</th>
                <th>again</th>
              </tr>
            </thead>
            <tbody>
              {told.skills.map((k) => (
                <tr key={k.skill}>
                  <th scope="row">{k.name}</th>
                  <td className="standing figures">
                    {k.standing === null || k.standing === undefined ? "–" : Math.round(k.standing * 100)}
                  </td>
                  <td>
                    <Curve skill={k} />
                  </td>
                  <td className="figures">{k.attempts}</td>
                  <td>{k.due}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Page>
  );
}

/** Marks in the order of time, from nothing at the bottom to full at the top. */
function Curve({ skill }: { skill: EyeSkill }) {
  const x = scaleLinear([0, Math.max(skill.curve.length - 1, 1)], [PAD, WIDE - PAD]);
  const y = scaleLinear([0, 1], [HIGH - PAD, PAD]);
  const line = skill.curve.map((k, n) => `${x(n)},${y(k.mark)}`).join(" ");
  return (
    <svg className="curve" width={WIDE} height={HIGH} role="img" aria-label={`${skill.name}: ${skill.curve.length} marks`}>
      <line x1={0} x2={WIDE} y1={y(0)} y2={y(0)} />
      <line x1={0} x2={WIDE} y1={y(1)} y2={y(1)} />
      <polyline points={line} />
      {skill.curve.map((k, n) => (
        <circle key={k.at + String(n)} cx={x(n)} cy={y(k.mark)} r={3} />
      ))}
    </svg>
  );
}
