import { useEffect, useState } from 'react';

/** Pictures a second of a level that moves. */
const EVERY_MS = 100;

/** How loud a stream is right now, from 0 to 1; 0 without sound. */
export function useLevel(stream: MediaStream | null): number {
  const [level, setLevel] = useState(0);
  useEffect(() => {
    if (!stream || stream.getAudioTracks().length === 0) return;
    const context = new AudioContext();
    const analyser = context.createAnalyser();
    analyser.fftSize = 1024;
    context.createMediaStreamSource(new MediaStream(stream.getAudioTracks())).connect(analyser);
    const samples = new Float32Array(analyser.fftSize);
    const timer = setInterval(() => {
      analyser.getFloatTimeDomainData(samples);
      const power = samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length;
      // Speech lies between −50 and −10 dB of full scale (common practice, no source).
      const decibels = 10 * Math.log10(power + 1e-9);
      setLevel(Math.min(1, Math.max(0, (decibels + 50) / 40)));
    }, EVERY_MS);
    return () => {
      clearInterval(timer);
      void context.close();
    };
  }, [stream]);
  return level;
}
