import type { z } from "zod";

/**
 * One entry of the registry: what a calculation is for, what it takes, what it gives.
 * `calculate` is pure; it may assume that its input has passed `input`.
 */
export interface Calculation<Input extends z.ZodType = z.ZodType, Result extends z.ZodType = z.ZodType> {
  name: string;
  /** One line: the question it answers at the bench. */
  purpose: string;
  input: Input;
  result: Result;
  calculate: (input: z.output<Input>, onProgress?: OnProgress) => z.output<Result>;
}

/** Told now and then how much of a long calculation is done, 0 to 1, and what the best answer is so far where there is one. */
export type OnProgress = (share: number, soFar?: unknown) => void;

/** Keeps the schema types of an entry while it is written down. */
export function defineCalculation<Input extends z.ZodType, Result extends z.ZodType>(
  calculation: Calculation<Input, Result>,
): Calculation<Input, Result> {
  return calculation;
}
