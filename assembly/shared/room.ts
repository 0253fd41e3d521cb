// Where the numbers of a compiled part lie in its memory, one after another.

let end: usize = 0;

/** Begins anew: what lay here is given up. */
export function begin(): void {
  end = (__heap_base + 31) & ~15;
}

/** Where so many bytes lie from now on, with a vector's room before and behind: the last are read and written as one. */
export function room(bytes: usize): usize {
  const at = end;
  end += (bytes + 47) & ~15;
  return at;
}

/** Makes the memory as large as what lies in it. */
export function claim(): void {
  const pages = <i32>((end + 0xffff) >>> 16) - memory.size();
  if (pages > 0) memory.grow(pages);
}
