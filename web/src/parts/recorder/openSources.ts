import { placeCamera, type RecordingKind } from '@vestibul/core';

/** The devices that were chosen; an empty id is the browser's own choice. */
export interface Devices {
  cameraId: string;
  microphoneId: string;
}

export type Device = 'camera' | 'microphone';

/** What is taken up, ready to be shown and recorded. */
export interface Sources {
  stream: MediaStream;
  /** Calls back when the screen is no longer shared: the browser's own button ends that. */
  onScreenEnd: (ended: () => void) => void;
  /** Calls back when the camera or the microphone is gone: unplugged, out of power, or taken away by the system. */
  onDeviceEnd: (ended: (device: Device) => void) => void;
  close: () => void;
}

/** Pictures a second where two are drawn into one. */
const FRAMES = 24;

const chosen = (id: string) => (id ? { deviceId: { exact: id } } : {});
const CAMERA = { width: { ideal: 1280 }, height: { ideal: 720 }, frameRate: { ideal: 30 } };

/**
 * Asks the browser for what a kind of recording needs. Throws what the browser throws: `NotAllowedError` where the person or
 * the device says no, `NotFoundError` where there is no such device.
 */
export async function openSources(kind: RecordingKind, devices: Devices): Promise<Sources> {
  const opened: MediaStream[] = [];
  const media = navigator.mediaDevices;
  const keep = async (asked: Promise<MediaStream>) => {
    const stream = await asked;
    opened.push(stream);
    return stream;
  };
  const close = () => opened.forEach((stream) => stream.getTracks().forEach((track) => track.stop()));
  try {
    // The screen is asked for first: browsers allow it only right after a press.
    const screen =
      kind === 'screen' || kind === 'both'
        ? await keep(media.getDisplayMedia({ video: { frameRate: { ideal: 24 } }, audio: false }))
        : null;
    const own = await keep(
      media.getUserMedia({
        audio: { ...chosen(devices.microphoneId), echoCancellation: true, noiseSuppression: true },
        ...(kind === 'camera' || kind === 'both'
          ? { video: { ...chosen(devices.cameraId), ...CAMERA } }
          : {}),
      }),
    );
    const sound = own.getAudioTracks();
    const both = kind === 'both' && screen ? await drawTogether(screen, own) : null;
    const picture = both?.stream ?? screen ?? own;
    return {
      stream: new MediaStream([...(kind === 'sound' ? [] : picture.getVideoTracks()), ...sound]),
      onScreenEnd: (ended) => screen?.getVideoTracks()[0]?.addEventListener('ended', ended),
      onDeviceEnd: (ended) => {
        for (const track of own.getTracks())
          track.addEventListener('ended', () => ended(track.kind === 'audio' ? 'microphone' : 'camera'));
      },
      close: () => {
        both?.close();
        close();
      },
    };
  } catch (error) {
    close();
    throw error;
  }
}

/** The screen with the camera in its corner, as one picture. */
async function drawTogether(
  screen: MediaStream,
  camera: MediaStream,
): Promise<{ stream: MediaStream; close: () => void }> {
  const [below, above] = await Promise.all([playing(screen), playing(camera)]);
  const canvas = document.createElement('canvas');
  const context = canvas.getContext('2d')!;
  const draw = () => {
    const [width, height] = [below.videoWidth, below.videoHeight];
    if (width === 0 || above.videoWidth === 0) return;
    if (canvas.width !== width || canvas.height !== height) Object.assign(canvas, { width, height });
    const box = placeCamera({ width, height }, { width: above.videoWidth, height: above.videoHeight });
    context.drawImage(below, 0, 0);
    context.drawImage(above, box.x, box.y, box.width, box.height);
  };
  draw();
  const ticker = new Worker(new URL('../../workers/tick.worker.ts', import.meta.url), { type: 'module' });
  ticker.onmessage = draw;
  ticker.postMessage({ everyMs: 1000 / FRAMES });
  const stream = canvas.captureStream(FRAMES);
  return { stream, close: () => ticker.terminate() };
}

/** A picture that is not shown but drawn from. */
async function playing(stream: MediaStream): Promise<HTMLVideoElement> {
  const video = document.createElement('video');
  video.muted = true;
  video.playsInline = true;
  video.srcObject = new MediaStream(stream.getVideoTracks());
  await video.play();
  return video;
}
