import { FilePathSource, Input, MP4, OGG, WAVE, WEBM } from 'mediabunny';

/** How long a file of sound alone is, in seconds; null where it is none, or none that can be read. For a thread. */
export async function measureSound(file: string): Promise<number | null> {
  const input = new Input({ source: new FilePathSource(file), formats: [WEBM, MP4, OGG, WAVE] });
  try {
    const kinds = (await input.getTracks()).map(({ type }) => type);
    return kinds.length === 1 && kinds[0] === 'audio' ? await input.computeDuration() : null;
  } catch {
    // What is no sound, or is cut off in its head.
    return null;
  } finally {
    input.dispose();
  }
}
