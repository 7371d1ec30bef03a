import { type PointerEvent, useEffect, useRef } from "react";
import { useFrame } from "../frame/store";
import { useSeen } from "../frame/useSettled";
import { server } from "../server/client";
import { useMeter } from "./store";

/** Over the picture while the spot is in the hand: reads wherever the pointer is, one request at a time. */
export function SpotPointer() {
  const spotting = useMeter((s) => s.inHand && s.receptor === "spot");
  const spot = useMeter((s) => s.spot);
  const seen = useSeen();
  const withoutFlash = useFrame((s) => s.withoutFlash);
  const next = useRef<{ x: number; y: number } | null>(null);
  const busy = useRef(false);
  useEffect(() => {
    next.current = null;
  }, [seen]);
  if (!spotting || !seen) {
    return null;
  }

  async function read() {
    busy.current = true;
    while (next.current && seen) {
      const at = next.current;
      next.current = null;
      const body = { set: seen, ...at, without_flash: withoutFlash };
      const { data } = await server.POST("/api/meter/spot", { body }).catch(() => ({ data: undefined }));
      if (data) {
        useMeter.setState({ spot: data });
      }
    }
    busy.current = false;
  }

  function point(event: PointerEvent<HTMLDivElement>) {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (value: number) => Math.min(Math.max(value, 0), 1);
    next.current = { x: share((event.clientX - box.left) / box.width), y: share((event.clientY - box.top) / box.height) };
    if (!busy.current) {
      void read();
    }
  }

  return (
    <div className="spot-pointer" onPointerMove={point} onPointerDown={point} data-spot={spot ? "read" : "none"}>
      {spot && (
        <span className="spot-mark" style={{ left: `${spot.x * 100}%`, top: `${spot.y * 100}%` }}>
          <b className="figures">
            {spot.stops > 0 ? "+" : spot.stops < 0 ? "−" : ""}
            {Math.abs(spot.stops).toFixed(1)}
          </b>
        </span>
      )}
    </div>
  );
}
