let audio: AudioContext | null = null;

/** One short, low tick to move by. */
export function soundTick(): void {
  audio ??= new AudioContext();
  if (audio.state === "suspended") void audio.resume();
  const tone = audio.createOscillator();
  const loudness = audio.createGain();
  tone.frequency.value = 440;
  loudness.gain.setValueAtTime(0.12, audio.currentTime);
  loudness.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.08);
  tone.connect(loudness).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + 0.1);
}

/** Three short tones. Silent where the browser has not been touched yet: it allows no sound before that. */
export function soundAlarm(): void {
  audio ??= new AudioContext();
  if (audio.state === "suspended") void audio.resume();
  for (let i = 0; i < 3; i += 1) {
    const tone = audio.createOscillator();
    const loudness = audio.createGain();
    const from = audio.currentTime + i * 0.35;
    tone.frequency.value = 880;
    loudness.gain.setValueAtTime(0.25, from);
    loudness.gain.exponentialRampToValueAtTime(0.001, from + 0.3);
    tone.connect(loudness).connect(audio.destination);
    tone.start(from);
    tone.stop(from + 0.3);
  }
}
