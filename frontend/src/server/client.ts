import createClient from "openapi-fetch";
import type { components, paths } from "../api/schema";

type Schemas = components["schemas"];
export type PhotoSet = Schemas["Set"];
export type SetFile = Schemas["SetFile"];
export type Light = PhotoSet["lights"][number];
export type Role = NonNullable<Light["role"]>;
export type Pattern = Schemas["TryOut"]["name"];
/** Half of the dial: the side of the nose as one looks at the face. */
export type Half = Schemas["TryOut"]["half"];
export type PatternReading = Schemas["PatternReading"];
export type Dial = Schemas["Dial"];
export type Advice = Schemas["AdviceOut"];
export type Answer = Schemas["AnswerOut"];
export type Try = Schemas["TryOut"];
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
export type Step = Schemas["StepOut"];
export type Finding = Schemas["FindingOut"];
export type Aim = Schemas["Aim"];
export type Wish = Schemas["WishOut"];
export type WishAnswer = Schemas["WishAnswerOut"];
export type Fill = Schemas["FillOut"];
export type School = Schemas["SchoolOut"];
export type Edge = Schemas["EdgeOut"];
export type Whites = Schemas["WhitesOut"];
export type Ground = Schemas["GroundOut"];
export type Outputs = Schemas["OutputsOut"];
export type LightOutput = Schemas["LightOutputOut"];
export type RoomLight = Schemas["RoomLightOut"];
export type Histogram = Schemas["HistogramOut"];
export type Colours = Schemas["ColourOut"];
export type Rules = Schemas["RulesOut"];
export type Order = Schemas["OrderOut"];
export type Meter = Schemas["MeterOut"];
export type MeterIn = Schemas["MeterIn"];
export type AtMeter = Schemas["AtMeterOut"];
export type Devices = Schemas["DevicesOut"];
export type Device = Schemas["DeviceOut"];
export type Unit = Schemas["UnitOut"];
export type TestFrame = Schemas["FrameOut"];
export type ShootIn = Schemas["ShootIn"];
export type SelfPortrait = Schemas["SelfOut"];
export type Idea = Schemas["IdeaOut"];
export type Sitting = Schemas["Sitting"];
export type LookPlan = Schemas["LookPlan"];
export type KeptSitting = Schemas["SittingOut"];
export type SittingPlan = Schemas["PlanOut"];
export type PlannedLook = Schemas["PlannedLookOut"];
export type PosingCard = Schemas["PosingCardOut"];
export type Pose = Schemas["Pose"];
export type Shoot = Schemas["ShootOut"];
export type LogEntry = Schemas["LogEntryOut"];
export type Judged = Schemas["JudgedOut"];
export type Mark = Schemas["MarkOut"];
export type Calibrated = Schemas["CalibratedOut"];
export type HomeNetwork = Schemas["LanOut"];

export type Planned = Schemas["PlannedOut"];
export type PlannedSet = Schemas["PlannedSetOut"];
export type Limits = Schemas["Limits"];
export type Arrangement = Schemas["ArrangementOut"];
export type Arranged = Schemas["ArrangedOut"];
export type Complained = Schemas["ComplainedOut"];
export type SchoolQuestion = Schemas["SchoolsOut"];
export type BesideSet = Schemas["BesideOut"];

export type EyeTask = Schemas["EyeTaskOut"];
export type EyeAnswer = Schemas["Answer"];
export type EyeMarked = Schemas["EyeMarkedOut"];
export type OwnPicture = Schemas["OwnPictureOut"];
export type EyeOverlay = Schemas["OverlayOut"];
export type EyeProgress = Schemas["ProgressOut"];
export type EyeSkill = Schemas["SkillOut"];
export type HandMatch = Schemas["MatchOut"];
export type PointedAt = Schemas["Marks"];
export type ReadBack = Schemas["ReadBackOut"];
export type LikelySet = Schemas["LikelySetOut"];

export const server = createClient<paths>({ baseUrl: window.location.origin });

export const NO_ANSWER: Problem = { field: "", message: "The server does not answer.", accepted: "" };

/** The problems in a refused answer; one of our own when the server could not be reached at all. */
export function problemsIn(error: unknown): Problem[] {
  if (error && typeof error === "object" && "problems" in error) {
    return (error as { problems: Problem[] }).problems;
  }
  return [NO_ANSWER];
}

export function inWords(problems: Problem[]): string {
  return problems.map((p) => (p.accepted && p.field ? `${p.message}. Accepted: ${p.accepted}.` : p.message)).join(" ");
}

/** The same with the field before each problem, a line each: for files. */
export function inLines(problems: Problem[]): string {
  return problems.map((p) => `${p.field ? `${p.field}: ` : ""}${inWords([p])}`).join("\n");
}
