import { lazy, type ComponentType, type LazyExoticComponent } from "react";
import { loadAgain } from "./load-again.ts";

/**
 * A part of a page that is loaded when it is first shown, by its name in the file that exports it.
 *
 * @example
 * lazyPart(() => import("./Panel.tsx"), "Panel")
 */
export const lazyPart = <Props, Name extends string>(
  load: () => Promise<Record<Name, ComponentType<Props>>>,
  name: Name,
): LazyExoticComponent<ComponentType<Props>> =>
  lazy(async () => ({ default: (await loadAgain(load))[name] }));
