import type { Role } from "../server/client";

const SHAPES: Record<Role, string> = {
  key: "M6 0L12 6L6 12L0 6Z",
  fill: "M6 .5A5.5 5.5 0 1 1 5.99 .5Z",
  rim: "M9 0A6 6 0 0 0 9 12L9 9A3 3 0 0 1 9 3Z",
  background: "M0 8H12V12H0Z",
  room: "M0 6L6 0L12 6H10V12H2V6Z",
  other: "M1.5 1.5H10.5V10.5H1.5Z",
};

/** The roles of lights in working order, each with a shape of its own. */
export const ROLES = Object.keys(SHAPES) as Role[];
export const ROLE_NAMES: Record<Role, string> = {
  key: "key",
  fill: "fill",
  rim: "rim",
  background: "background",
  room: "room light",
  other: "other",
};

export function RoleShape({ role }: { role: string }) {
  return (
    <svg className="role-shape" width={12} height={12} viewBox="0 0 12 12" aria-hidden="true">
      <path d={SHAPES[role as Role] ?? SHAPES.other} className={role === "fill" || role === "other" || role === "room" ? "open" : ""} />
    </svg>
  );
}
