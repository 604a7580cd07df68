import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

/** The typed door to the server: everything about a show is asked here, nothing is computed again. */
export const api = createClient<paths>();

export type Schemas = components["schemas"];
export type ShowView = Schemas["ShowView"];
export type ShowCard = Schemas["ShowCard"];
export type Slide = Schemas["Slide"];
export type Sound = Schemas["Sound"];
export type SoundKind = Schemas["SoundKind"];
export type Cue = Schemas["Cue"];
export type FadeCurve = Schemas["FadeCurve"];
export type Edit = Schemas["Edit"];
export type Step = Schemas["Step"];
export type Rights = Schemas["Rights"];
export type DeckLook = Schemas["DeckLook"];
export type RefreshLine = Schemas["RefreshLine"];
export type CataloguePiece = Schemas["CataloguePiece"];
export type SlideTime = Schemas["SlideTime"];
export type StrandView = Schemas["StrandView"];
export type JobView = Schemas["JobView"];
export type BroughtFile = Schemas["BroughtFile"];
export type ExportFormat = Schemas["ExportFormat"];

/** Something could not be done; the message is for the person. */
export class Problem extends Error {}

/** The data of an answer, or its problem thrown. */
export function answered<T>(answer: { data?: T; error?: unknown; response: Response }): T {
  if (answer.error === undefined && answer.data !== undefined) return answer.data;
  throw new Problem(
    titleOf(answer.error) ?? "Phonaris does not answer. What you did before is kept; try again in a moment.",
  );
}

export function titleOf(error: unknown): string | undefined {
  return typeof error === "object" && error !== null && "title" in error && typeof error.title === "string"
    ? error.title
    : undefined;
}

/** The address of a slide's picture; it names what it is of, so that browsers can keep it. */
export function pictureUrl(showId: string, slide: Slide, width: 320 | 1280 | 1920, step?: number): string {
  // Steps without a picture of their own show the one before them: it has the same address.
  const own = slide.steps.slice(0, step ?? 0).findLastIndex((s) => s.picture);
  const picture = slide.steps[own]?.picture ?? slide.picture;
  return `/api/shows/${showId}/slides/${slide.id}/picture?width=${width}&of=${picture.key}${own >= 0 ? `&step=${own + 1}` : ""}`;
}

/** Gives the address of the picture of a cue's hotspot. */
export const spotUrl = (showId: string) => (cueId: string) => `/api/shows/${showId}/cues/${cueId}/hotspot`;

/** The address of one picture of a video; it names its file, so that browsers can keep it. */
export const videoPictureUrl = (showId: string, media: string, frame: number, width: 160 | 320 | 1280) =>
  `/api/shows/${showId}/videos/${media}/picture?frame=${Math.round(frame)}&width=${width}`;

/** The address of a video as a browser plays it. */
export const videoFileUrl = (showId: string, file: string) => `/api/shows/${showId}/videos/${file}/file`;
