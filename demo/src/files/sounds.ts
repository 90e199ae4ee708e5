import type { Chance } from '../random';

const RATE = 8000;
const HEADER = 44;

/** How long a sound made here is, in seconds. */
export const secondsOf = (wav: Buffer): number => (wav.length - HEADER) / RATE;

/** A short voice-like sound: WAV, 8 kHz, 8 bit, one channel (Multimedia Programming Interface 1.0, RIFF WAVE). */
export function makeSound(chance: Chance): Buffer {
  const samples = RATE * chance.between(2, 4);
  const wav = Buffer.alloc(HEADER + samples);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(HEADER - 8 + samples, 4);
  wav.write('WAVEfmt ', 8);
  wav.writeUInt32LE(16, 16);
  wav.writeUInt16LE(1, 20);
  wav.writeUInt16LE(1, 22);
  wav.writeUInt32LE(RATE, 24);
  wav.writeUInt32LE(RATE, 28);
  wav.writeUInt16LE(1, 32);
  wav.writeUInt16LE(8, 34);
  wav.write('data', 36);
  wav.writeUInt32LE(samples, 40);
  const pitch = chance.between(110, 240);
  for (let i = 0; i < samples; i += 1) {
    const syllable = Math.max(0, Math.sin((i / RATE) * 9));
    const tone =
      Math.sin((i / RATE) * pitch * 2 * Math.PI) + 0.4 * Math.sin((i / RATE) * pitch * 4 * Math.PI);
    wav[HEADER + i] = Math.round(128 + 60 * syllable * tone);
  }
  return wav;
}
