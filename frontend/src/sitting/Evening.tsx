import type { SittingPlan } from "../server/client";

/** The evening as a ribbon: hands at work, the camera at work, breaks, each as long as it takes. */
export function Evening({ plan, chosen, onChoose }: { plan: SittingPlan; chosen: number; onChoose: (look: number) => void }) {
  return (
    <div className="evening">
      <div className="ribbon" role="group" aria-label="The evening">
        {plan.looks.map((k) => {
          const between = k.parts.slice(1).reduce((sum, p) => sum + p.minutes, 0);
          const whole = minutesFrom(k.begins, k.ends);
          return (
            <div key={k.look} className="of-look" style={{ flexGrow: whole + k.pause }}>
              <button
                type="button"
                className="plain"
                aria-pressed={k.look === chosen}
                onClick={() => onChoose(k.look)}
                style={{ flexGrow: whole }}
              >
                <span className="hands" style={{ flexGrow: Math.max(k.minutes, 0.5) }} title={`${k.minutes.toFixed(0)} min of changes`} />
                <span
                  className="camera"
                  style={{ flexGrow: Math.max(whole - k.minutes, 1) }}
                  title={between ? `${between.toFixed(0)} min of changes between variants` : ""}
                >
                  {k.name}
                  <small className="figures">{k.ready}</small>
                </span>
              </button>
              {k.pause > 0 && (
                <span className="pause" style={{ flexGrow: k.pause }} title={`Break, ${k.pause} min`}>
                  break
                </span>
              )}
            </div>
          );
        })}
      </div>
      <p className="evening-said">
        <b className="figures">
          {plan.begins} to {plan.ends}
        </b>
        <span>
          <span className="figures">{plan.changes.toFixed(0)}</span> min of changes between looks
          {plan.as_given - plan.changes > 0.5 && (
            <>
              , <span className="figures">{(plan.as_given - plan.changes).toFixed(0)}</span> fewer than as listed
            </>
          )}
        </span>
        <span>
          <span className="figures">{plan.frames}</span> frames, <span className="figures">{plan.gigabytes.toFixed(0)}</span> GB
        </span>
        {Object.entries(plan.charges).map(([name, share]) => (
          <span key={name}>
            {name}: <span className="figures">{(share * 100).toFixed(0)} %</span> of a charge
          </span>
        ))}
        {plan.paper && (
          <span>
            <span className="figures">{plan.paper}</span> of paper
          </span>
        )}
      </p>
    </div>
  );
}

/** Minutes from one time of day to a later one. */
function minutesFrom(begins: string, ends: string): number {
  const of = (text: string) => Number(text.slice(0, 2)) * 60 + Number(text.slice(3, 5));
  return (of(ends) - of(begins) + 1440) % 1440;
}
