import createClient from "openapi-fetch";
import { errorOf, offlineError } from "./errors";
import type { components, paths } from "./schema";

/** The typed client of the server. Only the hooks and functions of this folder use it. */
export const api = createClient<paths>();

// The text of a network error differs between browsers and does not help users.
api.use({ onError: ({ error }) => (error instanceof TypeError ? offlineError() : undefined) });

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
export type UploadedFile = Schemas["UploadedFile"];
export type ExportFormat = Schemas["ExportFormat"];

/** The data of a response; throws the error it reports. */
export function unwrap<T>({ data, error, response }: { data?: T; error?: unknown; response: Response }): T {
  if (error !== undefined || !response.ok) throw errorOf(response.status, error);
  return data as T;
}

/** Downloads a file. Throws on failure. */
export async function fetchFile(address: string, init: RequestInit = {}): Promise<Response> {
  const response = await send(address, init);
  if (!response.ok) throw errorOf(response.status, undefined);
  return response;
}

/** Sends a request outside the typed client, and returns the response. */
export async function send(address: string, init: RequestInit = {}): Promise<Response> {
  try {
    return await fetch(address, init);
  } catch (error) {
    throw error instanceof TypeError ? offlineError() : error;
  }
}

/** The address of a slide's picture; it contains the picture's id, so that browsers can cache it. */
export function pictureUrl(showId: string, slide: Slide, width: 320 | 1280 | 1920, step?: number): string {
  // Steps without a picture of their own show the one before them and share its address.
  const own = slide.steps.slice(0, step ?? 0).findLastIndex((s) => s.picture);
  const picture = slide.steps[own]?.picture ?? slide.picture;
  return `/api/shows/${showId}/slides/${slide.id}/picture?width=${width}&of=${picture.key}${own >= 0 ? `&step=${own + 1}` : ""}`;
}

/** The address of the picture of a cue's hotspot. */
export const spotUrl = (showId: string) => (cueId: string) => `/api/shows/${showId}/cues/${cueId}/hotspot`;

/** The address of one picture of a video; it contains the file's hash, so that browsers can cache it. */
export const videoPictureUrl = (showId: string, media: string, frame: number, width: 160 | 320 | 1280) =>
  `/api/shows/${showId}/videos/${media}/picture?frame=${Math.round(frame)}&width=${width}`;

/** The address of the version of a video that browsers can play. */
export const videoFileUrl = (showId: string, file: string) => `/api/shows/${showId}/videos/${file}/file`;
