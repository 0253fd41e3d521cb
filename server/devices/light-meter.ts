/** Something that reads how much light comes through, as often as it is asked: a stand-in or a real one behind the same few words. */
export interface LightMeter {
  name: string;
  /** Said on every screen that shows its values. */
  isSimulated: boolean;
  /** Light through a film that is turned to this angle, in the meter's own unit, proportional to light. */
  read(angleDeg: number): number;
}
