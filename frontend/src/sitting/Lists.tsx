import { Checkbox } from "antd";
import { Tick } from "./Tick";
import type { Sitting, SittingPlan } from "../server/client";

/** What is done in the room before anyone comes. */
export function Preparing({ plan }: { plan: SittingPlan }) {
  return (
    <>
      <ul className="checks two">
        {plan.preparing.map((k) => (
          <li key={k}>
            <Tick of="room" text={k} />
          </li>
        ))}
      </ul>
      {plan.preparing.length === 0 && <p className="caption">Nothing of this room needs doing.</p>}
      <p className="caption">{plan.safety}</p>
    </>
  );
}

/** What is packed, where it is elsewhere. */
export function Packing({
  plan,
  elsewhere,
  onChange,
}: {
  plan: SittingPlan;
  elsewhere: boolean;
  onChange: (to: Partial<Sitting>) => void;
}) {
  const parts = [...new Set(plan.packing.map((k) => k.part))];
  return (
    <>
      <Checkbox checked={elsewhere} onChange={(e) => onChange({ elsewhere: e.target.checked })}>
        The sitting is elsewhere: list what is packed
      </Checkbox>
      <div className="packing">
        {parts.map((part) => (
          <div key={part}>
            <h3>{part}</h3>
            <ul className="checks">
              {plan.packing
                .filter((k) => k.part === part)
                .map((k) => (
                  <li key={k.name}>
                    <Tick of="packing" text={k.name}>
                      {k.count > 1 && <span className="figures">{k.count} × </span>}
                      {k.name}
                    </Tick>
                  </li>
                ))}
            </ul>
          </div>
        ))}
      </div>
    </>
  );
}
