import { expect } from "chai";
import { alarmTrack } from "./alarm-track.ts";

describe("the alarm of a tablet that is locked", () => {
  // The fields of a WAV file: "Multimedia Programming Interface and Data Specifications 1.0", 1991.
  it("is a sound file that is silent for as long as is asked, and then is not", () => {
    const track = alarmTrack(90);
    const head = new DataView(track.buffer);
    const word = (at: number) => String.fromCharCode(...track.slice(at, at + 4));
    expect([word(0), word(8), word(12), word(36)]).to.deep.equal(["RIFF", "WAVE", "fmt ", "data"]);
    expect(head.getUint32(4, true)).to.equal(track.byteLength - 8);
    expect(head.getUint32(40, true)).to.equal(track.byteLength - 44);
    const rate = head.getUint32(24, true);
    const loudAt = track.findIndex((sample, i) => i >= 44 && sample !== 128);
    expect((loudAt - 44) / rate).to.be.closeTo(90, 0.01);
    const lastLoud = track.findLastIndex((sample) => sample !== 128);
    expect((lastLoud - loudAt) / rate).to.be.within(10, 16);
    expect((track.byteLength - 44) / rate).to.be.closeTo(106, 0.01);
  });
});
