/** What a recording takes up: the camera, the screen, both in one picture, each with the microphone; or sound alone. */
export const recordingKinds = ['camera', 'screen', 'both', 'sound'] as const;
export type RecordingKind = (typeof recordingKinds)[number];

/** What an assignment lets students record, and for how long. With no kind chosen it lets them record nothing. */
export interface RecordingRules {
  kinds: readonly RecordingKind[];
  mostMinutes: number;
}

export const noRecording: RecordingRules = { kinds: [], mostMinutes: 5 };

/** Longest recording that an assignment can ask for, in minutes. */
export const LONGEST_RECORDING = 60;

/**
 * What a student may choose among. Whoever may record a picture may record the screen alone: nobody has to show their face
 * or their room.
 */
export function offeredKinds(rules: Pick<RecordingRules, 'kinds'>): RecordingKind[] {
  const hasPicture = rules.kinds.some((kind) => kind !== 'sound');
  return recordingKinds.filter((kind) => rules.kinds.includes(kind) || (kind === 'screen' && hasPicture));
}

export interface Picture {
  width: number;
  height: number;
}

export interface Box extends Picture {
  x: number;
  y: number;
}

/** How much of a picture's width the camera takes where it lies in a corner of the screen, and its distance from the edge. */
const CAMERA_SHARE = 0.22;
const MARGIN_SHARE = 0.02;

/**
 * Where the camera lies in the picture of the screen: in its lower right corner, in its own proportions, inside the
 * picture. All in pixels of the screen's picture.
 */
export function placeCamera(screen: Picture, camera: Picture): Box {
  const margin = Math.round(Math.min(screen.width, screen.height) * MARGIN_SHARE);
  const room = { width: screen.width * CAMERA_SHARE, height: (screen.height - 2 * margin) / 2 };
  const scale = Math.min(room.width / camera.width, room.height / camera.height);
  const width = Math.max(1, Math.round(camera.width * scale));
  const height = Math.max(1, Math.round(camera.height * scale));
  return { x: screen.width - width - margin, y: screen.height - height - margin, width, height };
}

/** What is left of a recording's time, in milliseconds; 0 when it is over. Pauses do not count. */
export function timeLeft(rules: Pick<RecordingRules, 'mostMinutes'>, recordedMs: number): number {
  return Math.max(0, rules.mostMinutes * 60_000 - recordedMs);
}

/** `2:05`, for a clock that runs. */
export function sayElapsed(ms: number): string {
  const seconds = Math.floor(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}
