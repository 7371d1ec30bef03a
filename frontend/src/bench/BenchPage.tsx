import { useEffect, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { Floor } from "../floor/Floor";
import { Answer } from "../frame/Answer";
import { Frame } from "../frame/Frame";
import { usePicture } from "../frame/usePicture";
import { Picker } from "../gear/Picker";
import { HandTarget, useHand } from "../eye/HandTarget";
import { KeySheet } from "../keys/KeySheet";
import { useKeys } from "../keys/useKeys";
import { ToAims } from "../wish/ToAims";
import { Ladder } from "../ladder/Ladder";
import "../plan/plan.css";
import { useReading } from "../meter/useReading";
import { Sheet } from "../sheet/Sheet";
import { Side } from "../side/Side";
import { instrumentOf } from "../steps/instruments";
import { Rail } from "../steps/Rail";
import { useStep } from "../steps/useSteps";
import { useSettings } from "../theme/useSettings";
import { refreshScene } from "./changes";
import "./bench.css";
import { useOpen } from "./open";
import { useBench } from "./store";
import { TopBar } from "./TopBar";
import { useAutosave } from "./useAutosave";
import { useBox } from "./useBox";
import { useOpenSet } from "./useOpenSet";

export function BenchPage() {
  const { id = "" } = useParams();
  const stored = useOpenSet(id);
  const open = useBench((s) => s.id);
  if (stored.error) {
    return (
      <main className="missing">
        <p>{stored.error}</p>
        <Link to="/shelf">To the shelf</Link>
      </main>
    );
  }
  return stored.ready && open === id ? <Bench key={id} /> : <main className="bench" aria-busy="true" />;
}

function Bench() {
  const drawing = useBench((s) => s.scene?.drawing);
  const name = useBench((s) => s.name);
  const trouble = useBench((s) => s.trouble);
  const picking = useOpen((s) => s.picking);
  const id = useBench((s) => s.id);
  const hand = useHand(id);
  const feet = useSettings((s) => s.feet);
  const { Answer: StepAnswer } = instrumentOf(useStep()?.instrument);
  const [showKeys, setShowKeys] = useState(false);
  const [floor, floorBox] = useBox();
  const [side, sideBox] = useBox();
  const [ladder, ladderBox] = useBox();
  usePicture();
  useAutosave();
  useReading();
  useKeys(() => setShowKeys((shown) => !shown));
  useEffect(() => {
    document.title = `${name} · Deep Amber`;
  }, [name]);
  const drawnIn = useRef(feet); // the opened set was drawn in these units
  useEffect(() => {
    if (drawnIn.current !== feet) {
      drawnIn.current = feet;
      void refreshScene();
    }
  }, [feet]);
  return (
    <main className="bench">
      <TopBar onKeys={() => setShowKeys(true)} />
      {trouble && (
        <p className="trouble" role="alert">
          {trouble}
        </p>
      )}
      <div className="instruments">
        <Rail />
        <div className="drawings">
          <div className="floor-box" ref={floor}>
            {drawing && floorBox.width > 0 && <Floor drawing={drawing} {...floorBox} />}
          </div>
          <div className="side-box" ref={side}>
            {drawing && sideBox.width > 0 && <Side drawing={drawing} {...sideBox} />}
          </div>
        </div>
        <div className="pictured">
          <Frame />
          {StepAnswer ? <StepAnswer /> : <Answer />}
          <Sheet />
          {picking && <Picker />}
        </div>
        <div className="ladder-box">
          {hand ? (
            <HandTarget id={id} target={hand.target} />
          ) : (
            <>
              <div ref={ladder}>{ladderBox.width > 0 && <Ladder {...ladderBox} />}</div>
              <ToAims />
            </>
          )}
        </div>
      </div>
      <KeySheet open={showKeys} onClose={() => setShowKeys(false)} />
    </main>
  );
}
