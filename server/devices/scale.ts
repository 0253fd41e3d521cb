/** Something that weighs, as often as it is asked: a stand-in or a real one behind the same few words. */
export interface Scale {
  name: string;
  /** Said on every screen that shows its values. */
  isSimulated: boolean;
  /** What lies on it since it was set to zero, g. */
  read(): number;
}
