import { UserError } from "../api/errors";
import { practiceMicrophone } from "./practiceMicrophone";
import { words } from "./words";

/** An open microphone; the code that opened it closes it. */
export interface Microphone {
  stream: MediaStream;
  end: () => void;
}

/** The id of the practice microphone, a synthetic voice for machines without a microphone. It is used only if the user chooses it. */
export const practice = "practice";

/**
 * Opens a microphone: a given device, or the default.
 * @throws UserError if there is none, or permission is denied.
 */
export async function openMicrophone(
  deviceId: string | undefined,
  context: AudioContext,
  constraints: MediaTrackConstraints,
): Promise<Microphone> {
  if (deviceId === practice) return practiceMicrophone(context);
  try {
    const stream = await navigator.mediaDevices.getUserMedia({
      audio: { ...constraints, ...(deviceId && { deviceId: { exact: deviceId } }) },
    });
    return { stream, end: () => stream.getTracks().forEach((track) => track.stop()) };
  } catch {
    throw new UserError(words.noAccess);
  }
}

const types = ["audio/webm;codecs=opus", "audio/ogg;codecs=opus", "audio/mp4"] as const;
const bitsPerSecond = 128_000;

const recordedType = () => types.find((type) => MediaRecorder.isTypeSupported(type));

/** Whether the browser can record in a supported format. */
export const canRecord = () => recordedType() !== undefined;

export const cannotRecord = () => new UserError(words.cannotRecord);

/**
 * A recorder of a microphone.
 * @throws UserError if the browser cannot record.
 */
export function recorderOf(stream: MediaStream): MediaRecorder {
  const mimeType = recordedType();
  if (!mimeType) throw cannotRecord();
  return new MediaRecorder(stream, { mimeType, audioBitsPerSecond: bitsPerSecond });
}

/** The file name of a recording; its extension depends on the format. */
export const recordingName = (name: string, { mimeType }: MediaRecorder) =>
  `${name}.${/mp4/.test(mimeType) ? "m4a" : /ogg/.test(mimeType) ? "ogg" : "webm"}`;
