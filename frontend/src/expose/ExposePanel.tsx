import { useEffect, useState } from "react";
import { useFrame } from "../frame/store";
import { MeterPanel } from "../meter/MeterPanel";
import { useMeter } from "../meter/store";
import { Parts } from "../sheet/Parts";
import { Findings } from "../steps/Findings";
import { ColourView } from "./ColourView";
import { HistogramView } from "./HistogramView";
import { OutputsView } from "./OutputsView";
import { RoomView } from "./RoomView";
import { TestFrameView } from "./TestFrameView";
import { RulesView } from "./RulesView";
import "../fill/fill.css";
import "./expose.css";

const TABS = ["outputs", "meter", "room light", "histogram", "colour", "rules", "test frame", "findings"] as const;

/** Camera first, then output; the meter in the hand; the frame without flash; the histogram. */
export function ExposePanel() {
  const [tab, setTab] = useState<string>("outputs");
  const inHand = useMeter((s) => s.inHand);
  useEffect(() => {
    if (inHand) {
      setTab("meter");
    }
  }, [inHand]);
  useEffect(
    () => () => {
      useFrame.setState({ withoutFlash: false, marked: "" });
    },
    [],
  );
  return (
    <Parts parts={TABS.map((key) => ({ key, label: key }))} open={tab} onOpen={setTab}>
      <div className="light-panel expose">
        {tab === "outputs" && <OutputsView />}
        {tab === "meter" && <MeterPanel />}
        {tab === "room light" && <RoomView />}
        {tab === "histogram" && <HistogramView />}
        {tab === "colour" && <ColourView />}
        {tab === "rules" && <RulesView />}
        {tab === "test frame" && <TestFrameView />}
        {tab === "findings" && <Findings step="expose" />}
      </div>
    </Parts>
  );
}
