import createClient from "openapi-fetch";
import type { components, paths } from "../api/schema";

type Schemas = components["schemas"];
export type PhotoSet = Schemas["Set"];
export type SetFile = Schemas["SetFile"];
export type Pattern = Schemas["TryOut"]["name"];
export type PatternReading = Schemas["PatternReading"];
export type Dial = Schemas["Dial"];
export type Advice = Schemas["AdviceOut"];
export type Road = Schemas["RoadOut"];
export type Try = Schemas["TryOut"];
export type Eyes = Schemas["EyesOut"];
export type Soft = Schemas["SoftOut"];
export type People = Schemas["RowOut"];
export type Scene = Schemas["SceneOut"];
export type Drawing = Schemas["Drawing"];
export type Picture = Schemas["PictureOut"];
export type Problem = Schemas["ProblemOut"];
export type Value = Schemas["ValueOut"];
export type Stored = Schemas["StoredOut"];
export type Entry = Schemas["EntryOut"];
export type Choice = Schemas["ChoiceOut"];
export type Pick = Schemas["PickOut"];
export type KitAnswer = Schemas["KitOut"];
export type Kit = Schemas["Kit"];
export type Form = Schemas["Form"];
export type FormField = Schemas["FormField"];
export type ExposureLine = Schemas["ExposureLine"];
export type Findings = Schemas["FindingsOut"];
export type Finding = Schemas["FindingOut"];
export type Mend = Schemas["MendOut"];
export type Aim = Schemas["Aim"];
export type Idea = Schemas["IdeaOut"];
export type SurfaceReading = Schemas["SurfaceReading"];

export const server = createClient<paths>({ baseUrl: window.location.origin });

/** The problems in a refused answer; one of our own when the server could not be reached at all. */
export function problemsIn(error: unknown): Problem[] {
  if (error && typeof error === "object" && "problems" in error) {
    return (error as { problems: Problem[] }).problems;
  }
  return [{ field: "", message: "The server does not answer. Nothing was changed.", accepted: "" }];
}

export function inWords(problems: Problem[]): string {
  return problems.map((p) => (p.accepted && p.field ? `${p.message}. Accepted: ${p.accepted}.` : p.message)).join(" ");
}
