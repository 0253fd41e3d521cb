/** What the core uses of WebAssembly and of base64, which every engine that it runs in has. */
declare const WebAssembly:
  | {
      Module: new (bytes: Uint8Array) => object;
      Instance: new (module: object, imports: object) => { exports: unknown };
    }
  | undefined;
declare const atob: (text: string) => string;

/** A part of the core that was compiled ahead: its memory, its functions and where its numbers lie. */
export type Compiled<Exports> = Exports & { memory: { buffer: ArrayBuffer } };

/**
 * What makes a fresh copy of a compiled part, each with a memory of its own, from its bytes in base64; null where the engine cannot run it
 * (no vectors, or not allowed to compile). It is compiled once, when it is first asked for.
 */
export function compiledFrom<Exports>(base64: string): () => Compiled<Exports> | null {
  let module: object | null | undefined;
  return () => {
    if (module === undefined) {
      try {
        module =
          typeof WebAssembly === "undefined"
            ? null
            : new WebAssembly.Module(Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0)));
      } catch {
        module = null;
      }
    }
    if (module === null || typeof WebAssembly === "undefined") return null;
    return new WebAssembly.Instance(module, {}).exports as Compiled<Exports>;
  };
}
