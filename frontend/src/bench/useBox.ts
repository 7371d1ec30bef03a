import { useCallback, useState } from "react";

/** The size of an element, followed as it changes: a ref callback and the size in pixels. */
export function useBox() {
  const [box, setBox] = useState({ width: 0, height: 0 });
  const ref = useCallback((element: HTMLElement | null) => {
    if (!element) {
      return;
    }
    const watch = new ResizeObserver(([entry]) => {
      const size = entry?.contentRect;
      if (size) {
        setBox({ width: Math.floor(size.width), height: Math.floor(size.height) });
      }
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, box] as const;
}
