/**
 * A function of one object that works once for each object and remembers the result for as long as that object lives.
 *
 * @returns the function that remembers
 * @example
 * const lengthOf = keptBy((list) => list.length);
 * lengthOf([1, 2, 3]); // 3
 */
export function keptBy<Key extends object, Result>(work: (key: Key) => Result): (key: Key) => Result {
  const kept = new WeakMap<Key, { result: Result }>();
  return (key) => {
    let known = kept.get(key);
    if (!known) {
      known = { result: work(key) };
      kept.set(key, known);
    }
    return known.result;
  };
}
