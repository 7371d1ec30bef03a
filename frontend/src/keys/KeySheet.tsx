import { Drawer } from "antd";
import { useSteps } from "../steps/useSteps";
import "./keys.css";

type Line = readonly [string, string];

const CHOOSING: readonly Line[] = [["a letter", "choose that light, panel or piece of furniture; S C B R: sitter, camera, backdrop, room"]];
const DOING: readonly Line[] = [
  ["N", "add a light, panel, furniture or door"],
  ["X", "the chosen light alone, and all again"],
  ["Shift O", "the chosen light or panel on, off"],
  ["Shift M", "to the other side of the sitter"],
  ["Delete", "remove it from the set"],
  ["Shift H", "the meter in the hand, or put down"],
  ["Shift W", "the frame without flash, and back"],
  ["Shift 0", "over the picture: thirds and level, crops 4 : 5, 2 : 3, 1 : 1, circle"],
];
const MOVING: readonly Line[] = [
  ["Shift K", "the key follows the face, or stays"],
  ["V", "lines of equal exposure, whole stops"],
  ["← →", "move 5 cm to camera-left, camera-right"],
  ["↑ ↓", "move 5 cm to the back wall, to the camera"],
  ["Page Up / Down", "raise, lower 5 cm"],
  ["Alt + arrows", "turn the head 5°, or shift the aim 5 cm"],
  ["with Shift", "1 cm or 1° instead"],
  ["Tab to the Ladder", "↑ ↓ wish that surface a third of a stop lighter, darker; Shift a tenth; Enter to type it"],
  ["Enter on a mend", "preview it; then Enter applies it, Tab and Enter dismiss it, and the keyboard is where it was"],
  ["← → on a tab", "the tab beside it"],
  ["Enter in a value", "put it in; Esc takes it back"],
  [",  .", "output a step down, up"],
  ["Ctrl Z", "undo"],
  ["Ctrl Shift Z", "redo"],
  ["U", "centimetres, or feet and inches"],
  ["T", "dark room, or light desk"],
  ["?", "this sheet"],
];

/** Steps and patterns as the server describes them: a new one needs no line here. */
function useLines(): Line[] {
  const known = useSteps();
  const steps = (known?.steps ?? []).map((step, i): Line => [`${(i + 1) % 10}`, `the step ${step.name}`]);
  const patterns = (known?.patterns ?? []).map(({ name, key }): Line => [`Shift ${key}`, `the key to ${name}`]);
  return [...CHOOSING, ...steps, ...DOING, ...patterns, ...MOVING];
}

export function KeySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const lines = useLines();
  return (
    <Drawer title="Keys" open={open} onClose={onClose} mask={false} size={760}>
      <dl className="keys">
        {lines.map(([key, what]) => (
          <div key={key}>
            <dt className="figures">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <p>Drag things in either drawing; walls, floor and ceiling stop them. Lights and camera stay aimed when the sitter moves.</p>
      <p>Type values with any unit: 178cm, 5ft 10, f/5.6, 1/4, -1.3.</p>
    </Drawer>
  );
}
