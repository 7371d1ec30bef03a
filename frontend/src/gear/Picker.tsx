import { useEffect, useRef, useState } from "react";
import { addThing } from "../bench/changes";
import { useOpen } from "../bench/open";
import { useBench } from "../bench/store";
import { inWords, type Pick, type Role } from "../server/client";
import { ROLE_NAMES, ROLES, RoleShape } from "./roles";
import { usePicks } from "./usePicks";
import "./gear.css";

const close = () => useOpen.setState({ picking: false });

function Item({ pick, chosen, onPick }: { pick: Pick; chosen: boolean; onPick: () => void }) {
  return (
    <li>
      <button type="button" className="plain item" aria-pressed={chosen} onClick={onPick} title={pick.summary}>
        {pick.name} <span className="caption">{pick.owned ? `${pick.quantity} owned` : ""}</span>
      </button>
    </li>
  );
}

/** Adds a light, a panel, furniture or a door: what, with which modifier, and in which role. Typing narrows the lists. */
export function Picker() {
  const picks = usePicks();
  const lights = useBench((s) => s.set?.lights.length ?? 0);
  const [wanted, setWanted] = useState("");
  const [role, setRole] = useState<Role>(lights ? "fill" : "key");
  const [source, setSource] = useState<Pick | null>(null);
  const [wrong, setWrong] = useState("");
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const fitting = (pick: Pick) => `${pick.name} ${pick.summary}`.toLowerCase().includes(wanted.trim().toLowerCase());
  const sources = picks.filter((p) => p.part === "sources" && fitting(p));
  const inRoom = picks.filter((p) => (p.part === "furniture" || p.part === "doors") && fitting(p));
  const panels = picks.filter((p) => p.part === "panels" && fitting(p));
  const modifiers = picks.filter((p) => p.part === "modifiers" && source?.fits.includes(p.kind));

  async function add(part: "sources" | "panels" | "furniture" | "doors", name: string, modifier = "") {
    const problems = await addThing({ part, name, modifier, role });
    setWrong(inWords(problems));
    if (problems.length === 0) {
      close();
    }
  }

  function pickSource(pick: Pick) {
    if (pick.fits.length > 1) {
      setSource(pick);
    } else {
      void add("sources", pick.name);
    }
  }

  return (
    <section
      className="picker"
      aria-label="Add a thing"
      onKeyDown={(e) => {
        if (e.key === "Escape") {
          e.stopPropagation();
          close();
        }
      }}
    >
      <header>
        <input
          ref={field}
          value={wanted}
          placeholder="Find in the kit"
          aria-label="Find in the kit"
          onChange={(e) => setWanted(e.currentTarget.value)}
          onKeyDown={(e) => {
            const [first] = sources;
            const [panel] = panels;
            if (e.key === "Enter" && first) {
              pickSource(first);
            } else if (e.key === "Enter" && panel) {
              void add("panels", panel.name);
            }
          }}
        />
        <div className="roles" role="group" aria-label="Role of the light">
          {ROLES.map((r) => (
            <button key={r} type="button" className="plain" aria-pressed={role === r} onClick={() => setRole(r)}>
              <RoleShape role={r} /> {ROLE_NAMES[r]}
            </button>
          ))}
        </div>
        <button type="button" className="plain" onClick={close}>
          Close
        </button>
      </header>
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      <div className="lists">
        <div>
          <h3>Lights</h3>
          <ul>
            {sources.map((pick) => (
              <Item key={pick.name} pick={pick} chosen={source?.name === pick.name} onPick={() => pickSource(pick)} />
            ))}
          </ul>
        </div>
        {source ? (
          <div>
            <h3>{source.name} with</h3>
            <ul>
              {modifiers.map((pick) => (
                <Item key={pick.name} pick={pick} chosen={false} onPick={() => void add("sources", source.name, pick.name)} />
              ))}
            </ul>
          </div>
        ) : (
          <div>
            <h3>Panels</h3>
            <ul>
              {panels.map((pick) => (
                <Item key={pick.name} pick={pick} chosen={false} onPick={() => void add("panels", pick.name)} />
              ))}
            </ul>
            <h3>In the room</h3>
            <ul>
              {inRoom.map((pick) => (
                <Item
                  key={pick.name}
                  pick={pick}
                  chosen={false}
                  onPick={() => void add(pick.part === "doors" ? "doors" : "furniture", pick.name)}
                />
              ))}
            </ul>
          </div>
        )}
      </div>
    </section>
  );
}
