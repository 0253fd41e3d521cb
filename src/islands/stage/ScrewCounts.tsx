import type { PanelProps } from "./panel.ts";

/** Screws by size: how many the family has, how many are out, how many went back. */
export function ScrewCounts({ family, state }: PanelProps) {
  if (family.screws.length === 0) return null;
  return (
    <div className="mt-4 max-w-full overflow-x-auto" tabIndex={0} role="region" aria-label="Screws">
      <table className="border-collapse text-left">
        <thead>
          <tr className="border-b-2 border-ink">
            <th className="py-1 pr-6">Screw</th>
            <th className="py-1 pr-6">Where</th>
            <th className="py-1 pr-6 text-right">In all</th>
            <th className="py-1 pr-6 text-right">Out</th>
            <th className="py-1 text-right">Back</th>
          </tr>
        </thead>
        <tbody>
          {family.screws.map((size) => (
            <tr key={size.key} className="border-b border-line">
              <td className="py-1.5 pr-6 whitespace-nowrap">
                {size.thread} × {size.lengthMm} mm, {size.head}
              </td>
              <td className="py-1.5 pr-6">{size.where}</td>
              <td className="py-1.5 pr-6 text-right">{size.count}</td>
              <td className="py-1.5 pr-6 text-right">{state.screwsTaken[size.key] ?? 0}</td>
              <td className="py-1.5 text-right">{state.screwsReturned[size.key] ?? 0}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
