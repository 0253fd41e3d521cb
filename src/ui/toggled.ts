/** A list of what is ticked, after one of it is ticked or is not any more. */
export const toggled = <Value>(values: readonly Value[], value: Value): Value[] =>
  values.includes(value) ? values.filter((other) => other !== value) : [...values, value];
