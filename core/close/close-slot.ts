export interface CloseSlot {
  insideWipedAtMs: number | null;
  /** Liners of new parts: how many lie on them still, by the liner's key, and how many were peeled. */
  linersOn: Readonly<Record<string, number>>;
  linersPeeled: number;
  linersCounted: { count: number; peeled: number } | null;
  outsideClean: boolean;
  told: string | null;
  certificateSigned: { who: string; seq: number; atMs: number } | null;
  handOver: { note: string; from: string; to: string; seq: number } | null;
}
