/** Samples a second: enough for the tone, and an hour of silence stays small. */
const RATE_HZ = 4_000;
const TONE_HZ = 880;
/** Three tones, as on the page, so many times: nobody stands before a tablet that is locked. */
const ROUNDS = 8;
const ROUND_S = 2;
const TONES = 3;
const TONE_EVERY_S = 0.35;
const TONE_S = 0.3;
const SILENCE = 128;
const LOUDNESS = 90;

/**
 * A sound file (WAV, one channel, 8 bit) that says nothing for `silentS` seconds and then sounds the alarm.
 *
 * @example
 * alarmTrack(60).byteLength // 304044
 */
export function alarmTrack(silentS: number): Uint8Array<ArrayBuffer> {
  const samples = Math.round(RATE_HZ * (silentS + ROUNDS * ROUND_S));
  const bytes = new Uint8Array(44 + samples).fill(SILENCE, 44);
  const head = new DataView(bytes.buffer);
  const text = (at: number, word: string) => {
    for (const [i, letter] of [...word].entries()) head.setUint8(at + i, letter.charCodeAt(0));
  };
  text(0, "RIFF");
  head.setUint32(4, 36 + samples, true);
  text(8, "WAVEfmt ");
  head.setUint32(16, 16, true);
  // Plain samples of one channel.
  head.setUint16(20, 1, true);
  head.setUint16(22, 1, true);
  head.setUint32(24, RATE_HZ, true);
  head.setUint32(28, RATE_HZ, true);
  head.setUint16(32, 1, true);
  head.setUint16(34, 8, true);
  text(36, "data");
  head.setUint32(40, samples, true);
  for (let round = 0; round < ROUNDS; round += 1) {
    for (let tone = 0; tone < TONES; tone += 1) {
      const from = Math.round(RATE_HZ * (silentS + round * ROUND_S + tone * TONE_EVERY_S));
      for (let i = 0; i < RATE_HZ * TONE_S; i += 1)
        bytes[44 + from + i] =
          SILENCE + Math.round(LOUDNESS * Math.sin((2 * Math.PI * TONE_HZ * i) / RATE_HZ));
    }
  }
  return bytes;
}
