import { choose } from "../bench/choosing";
import { useOpen } from "../bench/open";
import { useBench } from "../bench/store";
import { ROLES, RoleShape } from "../gear/roles";
import type { Single, Thing } from "../server/things";

const FIXED: readonly { id: Single; letter: string; name: string }[] = [
  { id: "sitter", letter: "S", name: "sitter" },
  { id: "camera", letter: "C", name: "camera" },
  { id: "backdrop", letter: "B", name: "backdrop" },
  { id: "room", letter: "R", name: "room" },
];

interface Chip {
  id: Thing;
  letter: string;
  name: string;
  role?: string;
  off?: boolean;
  short?: boolean;
}

function ThingChip({ id, letter, name, role, off, short }: Chip) {
  const chosen = useBench((s) => s.thing === id);
  return (
    <button
      type="button"
      className={`plain${off ? " off" : ""}${short ? " short" : ""}`}
      aria-pressed={chosen}
      aria-label={`${letter} ${name}`}
      title={name}
      onClick={() => choose(id)}
    >
      {role && <RoleShape role={role} />} <b className="figures">{letter}</b> <span className="name">{name}</span>
    </button>
  );
}

/** Everything of the set, to choose: lights in working order, what else stands there, and what every set has. */
export function ThingChips() {
  const drawing = useBench((s) => s.scene?.drawing);
  const lights = (drawing?.lights ?? []).map((light, i) => ({ ...light, id: `lights.${i}` as const }));
  const ordered = ROLES.flatMap((role) => lights.filter((light) => light.role === role));
  const others = drawing ? drawing.panels.length + drawing.furniture.length + drawing.doors.length : 0;
  return (
    <div className="things" role="group" aria-label="Choose a thing">
      {ordered.map((light) => (
        <ThingChip
          key={light.id}
          id={light.id}
          letter={light.letter}
          name={light.name}
          role={light.role}
          off={!light.on}
          short={ordered.length + others > 5}
        />
      ))}
      {drawing?.panels.map((panel, i) => (
        <ThingChip key={`panels.${i}`} id={`panels.${i}`} letter={panel.letter} name={panel.name} off={!panel.on} short />
      ))}
      {drawing?.furniture.map((piece, i) => (
        <ThingChip key={`furniture.${i}`} id={`furniture.${i}`} letter={piece.letter} name={piece.name} short />
      ))}
      {drawing?.doors.map((door, i) => (
        <ThingChip key={`doors.${i}`} id={`doors.${i}`} letter={door.letter} name={door.name} short />
      ))}
      <button type="button" className="plain add" onClick={() => useOpen.setState({ picking: true })}>
        <b>+</b> Add
      </button>
      <span className="fixed">
        {FIXED.map((t) => (
          <ThingChip key={t.id} {...t} short={ordered.length + others > 2} />
        ))}
      </span>
    </div>
  );
}
