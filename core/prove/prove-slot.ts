export const testResults = ["pass", "fail", "not-fitted"] as const;
export type TestResult = (typeof testResults)[number];

export interface Tested {
  result: TestResult;
  seq: number;
  atMs: number;
  who: string;
  note: string | null;
}

export interface ProveSlot {
  /** The last result of each function. */
  tests: Readonly<Record<string, Tested>>;
  /** The last look under the glass on black. */
  look: { result: "clear" | "specks"; with: "eye" | "photo"; seq: number } | null;
}
