import { Checkbox } from "antd";
import type { ReactNode } from "react";
import { useParams } from "react-router";
import { create } from "zustand";
import { persist } from "zustand/middleware";

interface Ticks {
  ticked: Record<string, true>;
  toggle: (key: string) => void;
}

const MOST = 2000; // of the newest ticks that are remembered

const useTicks = create<Ticks>()(
  persist(
    (set) => ({
      ticked: {},
      toggle: (key) =>
        set(({ ticked }) => {
          const { [key]: was, ...others } = ticked;
          return { ticked: was ? others : Object.fromEntries([...Object.entries(others), [key, true as const]].slice(-MOST)) };
        }),
    }),
    { name: "deep-amber-ticks" },
  ),
);

/** A line of a list with its box; what is ticked is remembered in this browser, for each sitting and look. */
export function Tick({ of, text, children }: { of: string; text: string; children?: ReactNode }) {
  const { id = "" } = useParams();
  const key = `${id}:${of}:${text}`;
  const ticked = useTicks((s) => s.ticked[key] ?? false);
  const toggle = useTicks((s) => s.toggle);
  return (
    <Checkbox checked={ticked} onChange={() => toggle(key)}>
      {children ?? text}
    </Checkbox>
  );
}
