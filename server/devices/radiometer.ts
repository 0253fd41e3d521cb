/** Something that reads how much light falls on it, as often as it is asked: a stand-in or a real one behind the same few words. */
export interface Radiometer {
  name: string;
  /** Said on every screen that shows its values. */
  isSimulated: boolean;
  /** mW/cm². */
  read(): number;
}
