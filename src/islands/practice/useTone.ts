import { useEffect, useRef } from "react";

/** The tone of nothing and of what is about to break, Hz, and how loud it is. */
const LOW_HZ = 180;
const HIGH_HZ = 900;
const LOUDEST = 0.08;

/** A tone that rises with what is felt, 0 to 1; silent at 0 and where it is off. */
export function useTone(load: number, isOn: boolean): void {
  const sound = useRef<{ context: AudioContext; tone: OscillatorNode; gain: GainNode } | null>(null);
  useEffect(() => {
    if (!isOn) return;
    const context = new AudioContext();
    const [tone, gain] = [context.createOscillator(), context.createGain()];
    gain.gain.value = 0;
    tone.connect(gain).connect(context.destination);
    tone.start();
    sound.current = { context, tone, gain };
    return () => {
      sound.current = null;
      void context.close();
    };
  }, [isOn]);
  useEffect(() => {
    if (!sound.current) return;
    const { context, tone, gain } = sound.current;
    tone.frequency.setTargetAtTime(LOW_HZ + (HIGH_HZ - LOW_HZ) * load, context.currentTime, 0.03);
    gain.gain.setTargetAtTime(load > 0 ? LOUDEST : 0, context.currentTime, 0.05);
  }, [load]);
}
