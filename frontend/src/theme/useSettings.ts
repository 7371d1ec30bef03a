import { create } from "zustand";
import { persist } from "zustand/middleware";

interface Settings {
  desk: boolean;
  feet: boolean;
  toggleDesk: () => void;
  toggleFeet: () => void;
}

/** The photographer's own settings of the screen, kept in this browser. */
export const useSettings = create<Settings>()(
  persist(
    (set) => ({
      desk: false,
      feet: false,
      toggleDesk: () => set((s) => ({ desk: !s.desk })),
      toggleFeet: () => set((s) => ({ feet: !s.feet })),
    }),
    { name: "deep-amber-look" },
  ),
);
