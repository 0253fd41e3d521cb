let audio: AudioContext | null = null;

/** Tones of one pitch, one after the other, each dying away. Silent where the browser has not been touched yet: it allows no sound before that. */
function sound(pitchHz: number, loudness: number, lastsS: number, fromS: readonly number[]): void {
  audio ??= new AudioContext();
  if (audio.state === "suspended") void audio.resume();
  for (const later of fromS) {
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    const from = audio.currentTime + later;
    tone.frequency.value = pitchHz;
    volume.gain.setValueAtTime(loudness, from);
    volume.gain.exponentialRampToValueAtTime(0.001, from + lastsS);
    tone.connect(volume).connect(audio.destination);
    tone.start(from);
    tone.stop(from + lastsS);
  }
}

/** One short, low tick to move by. */
export const soundTick = (): void => sound(440, 0.12, 0.1, [0]);

/** Three short tones. */
export const soundAlarm = (): void => sound(880, 0.25, 0.3, [0, 0.35, 0.7]);
