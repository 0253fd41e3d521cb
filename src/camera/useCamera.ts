import { useCallback, useEffect, useState } from "react";

/** Why there is no picture: nobody allowed it, there is no camera, another program has it, it was pulled out, or the page came by an address that browsers give no camera. */
export type CameraFault = "refused" | "none" | "busy" | "gone" | "insecure";

/** The stand-in's camera, where it can be chosen. */
export const SIMULATED = "simulated";

/** Which camera this station uses is kept on the device. */
const KEPT = "camera";

const faultOf = (error: unknown): CameraFault => {
  const name = error instanceof DOMException ? error.name : "";
  if (name === "NotAllowedError" || name === "SecurityError") return "refused";
  return name === "NotReadableError" || name === "AbortError" ? "busy" : "none";
};

function kept(): string | null {
  try {
    return localStorage.getItem(KEPT);
  } catch {
    return null;
  }
}

/**
 * The camera of this station while it is wanted: its stream, what is wrong with it, and the others that there are, the stand-in's among them
 * where there is one. Left, it is off.
 */
export function useCamera(hasStandIn: boolean): {
  stream: MediaStream | null;
  fault: CameraFault | null;
  cameras: readonly { id: string; name: string }[];
  chosen: string | null;
  choose: (id: string) => void;
  again: () => void;
} {
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [fault, setFault] = useState<CameraFault | null>(null);
  const [cameras, setCameras] = useState<{ id: string; name: string }[]>([]);
  const [asked, setAsked] = useState(() => ({ id: kept(), times: 0 }));
  const choose = useCallback((id: string) => {
    try {
      localStorage.setItem(KEPT, id);
    } catch {
      // It is asked for anew the next time.
    }
    setAsked(({ times }) => ({ id, times: times + 1 }));
  }, []);
  const again = useCallback(() => setAsked(({ id, times }) => ({ id, times: times + 1 })), []);
  const isStandIn = hasStandIn && asked.id === SIMULATED;
  useEffect(() => {
    let isLeft = false;
    let opened: MediaStream | null = null;
    const begin = async () => {
      setFault(null);
      if (isStandIn) return;
      // A page that came over plain HTTP from another machine has none of this.
      const devices = (navigator as Partial<Navigator>).mediaDevices;
      if (!devices) return setFault("insecure");
      try {
        opened = await devices.getUserMedia({
          audio: false,
          video: {
            width: { ideal: 1_280 },
            height: { ideal: 720 },
            ...(asked.id && asked.id !== SIMULATED
              ? { deviceId: { ideal: asked.id } }
              : { facingMode: { ideal: "environment" } }),
          },
        });
      } catch (error) {
        if (!isLeft) setFault(faultOf(error));
        return;
      }
      if (isLeft) return stop(opened);
      for (const track of opened.getTracks())
        track.addEventListener("ended", () => {
          setStream(null);
          setFault("gone");
        });
      setStream(opened);
      const all = await devices.enumerateDevices();
      if (isLeft) return;
      setCameras(
        all
          .filter(({ kind }) => kind === "videoinput")
          .map(({ deviceId, label }, k) => ({ id: deviceId, name: label || String(k + 1) })),
      );
    };
    void begin();
    return () => {
      isLeft = true;
      stop(opened);
      setStream(null);
    };
  }, [asked, isStandIn]);
  const own = stream?.getVideoTracks()[0]?.getSettings().deviceId ?? null;
  const all = hasStandIn ? [...cameras, { id: SIMULATED, name: SIMULATED }] : cameras;
  return { stream, fault, cameras: all, chosen: isStandIn ? SIMULATED : own, choose, again };
}

const stop = (stream: MediaStream | null): void => stream?.getTracks().forEach((track) => track.stop());
