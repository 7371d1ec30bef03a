import { Drawer } from "antd";
import "./keys.css";

const KEYS: ReadonlyArray<readonly [string, string]> = [
  ["a letter", "choose that light, panel or piece of furniture; S C B R: sitter, camera, backdrop, room"],
  ["1 to 6", "a step: what is found there; 6 the key's dial"],
  ["N", "add a light, panel, furniture or door"],
  ["X", "the chosen light alone, and all again"],
  ["Shift O", "the chosen light or panel on, off"],
  ["Shift M", "to the other side of the sitter"],
  ["Delete", "take it out of the set"],
  ["0", "over the picture: thirds and level, crops 4 : 5, 2 : 3, 1 : 1, circle"],
  ["Shift F B L R", "the key to flat, butterfly, loop, Rembrandt"],
  ["Shift S T U E", "to split, overhead, under light, rim"],
  ["Shift K", "the key follows the face, or stays"],
  ["V", "lines of equal exposure, whole stops"],
  ["← →", "move 5 cm to camera-left, camera-right"],
  ["↑ ↓", "move 5 cm to the back wall, to the camera"],
  ["Page Up / Down", "raise, lower 5 cm"],
  ["Alt + arrows", "turn the head 5°, or shift the aim 5 cm"],
  ["with Shift", "1 cm or 1° instead"],
  [",  .", "output a step down, up"],
  ["Ctrl Z", "undo"],
  ["Ctrl Shift Z", "redo"],
  ["U", "centimetres, or feet and inches"],
  ["T", "dark room, or light desk"],
  ["?", "this sheet"],
];

export function KeySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Drawer title="Keys" open={open} onClose={onClose} mask={false} size={420}>
      <dl className="keys">
        {KEYS.map(([key, what]) => (
          <div key={key}>
            <dt className="figures">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <p>Pull things in either drawing; walls, floor and ceiling hold them. Lights and camera stay aimed when the sitter moves.</p>
      <p>Type values with any unit: 178cm, 5ft 10, f/5.6, 1/4, -1.3.</p>
    </Drawer>
  );
}
