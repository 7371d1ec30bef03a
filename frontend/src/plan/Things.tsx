import { Fragment, type ReactNode } from "react";
import type { Drawing } from "../server/client";
import type { Thing } from "../server/things";
import { BackdropLines } from "./BackdropThing";
import { CameraLines, LightLines, PanelLines } from "./GearThings";
import { DoorShape, FurnitureShape, Stands, Sweep } from "./RoomThings";
import { SitterLines } from "./SitterThing";

/** All things of the set; the chosen one lies on top, so that its handles can always be reached. */
export function Things({ drawing, thing }: { drawing: Drawing; thing: Thing }) {
  const parts: { id: Thing; part: ReactNode }[] = [
    ...drawing.doors.map((door, i) => ({ id: `doors.${i}` as const, part: <DoorShape door={door} thing={`doors.${i}`} /> })),
    ...drawing.furniture.map((piece, i) => ({
      id: `furniture.${i}` as const,
      part: <FurnitureShape piece={piece} thing={`furniture.${i}`} />,
    })),
    { id: "backdrop", part: <BackdropLines drawing={drawing} chosen={thing === "backdrop"} /> },
    { id: "camera", part: <CameraLines camera={drawing.camera} chosen={thing === "camera"} /> },
    { id: "sitter", part: <SitterLines sitter={drawing.sitter} chosen={thing === "sitter"} /> },
    ...drawing.lights.map((light, i) => ({
      id: `lights.${i}` as const,
      part: <LightLines light={light} thing={`lights.${i}`} chosen={thing === `lights.${i}`} />,
    })),
    ...drawing.panels.map((panel, i) => ({
      id: `panels.${i}` as const,
      part: <PanelLines panel={panel} thing={`panels.${i}`} chosen={thing === `panels.${i}`} />,
    })),
  ];
  const ordered = [...parts.filter((p) => p.id !== thing), ...parts.filter((p) => p.id === thing)];
  return (
    <>
      <Sweep sweep={drawing.backdrop_sweep} />
      <Stands stands={drawing.backdrop_stands} height={drawing.backdrop[0]?.[1] ?? 0} />
      {ordered.map((p) => (
        <Fragment key={p.id}>{p.part}</Fragment>
      ))}
    </>
  );
}
