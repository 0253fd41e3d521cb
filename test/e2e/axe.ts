import type { Page } from "@playwright/test";
import axe from "axe-core";

declare global {
  interface Window {
    axe: typeof axe;
  }
}

export type Ground = "day" | "dark";

/** Makes a page ready to be asked for faults of access. */
export const readyForAxe = (page: Page) => page.evaluate(axe.source);

/** Serious faults on one ground, by some rules or by all. No page has frames. */
export const faultsOn = (page: Page, ground: Ground, rules?: string[]): Promise<string[]> =>
  page.evaluate(
    async ([name, only]) => {
      document.documentElement.dataset.ground = name;
      // Only what is wrong is asked for: listing all that is right takes longer than finding it.
      const { violations } = await window.axe.run({
        resultTypes: ["violations"],
        ...(only ? { runOnly: only } : {}),
      });
      return violations
        .filter(({ impact }) => impact === "serious" || impact === "critical")
        .map(({ id, nodes }) => `${name} ${id}: ${nodes.map((node) => node.target.join(" ")).join(" | ")}`);
    },
    [ground, rules] as const,
  );
