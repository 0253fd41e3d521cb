/** A hundred such repairs as a hundred squares: solid go well, hatched may, outlined do not. */
export function HundredJobs({ lowPct, highPct, title }: { lowPct: number; highPct: number; title: string }) {
  const [low, high] = [Math.round(lowPct), Math.round(highPct)];
  return (
    <svg viewBox="0 0 104 44" className="w-full max-w-80" role="img" aria-label={title}>
      {Array.from({ length: 100 }, (_, i) => {
        const [x, y] = [(i % 25) * 4.16, Math.floor(i / 25) * 11];
        const kind = i < low ? "good" : i < high ? "maybe" : "bad";
        return (
          <g key={i}>
            <rect
              x={x + 0.3}
              y={y + 0.3}
              width={3.4}
              height={9.4}
              fill={kind === "good" ? "var(--done)" : "none"}
              stroke={kind === "bad" ? "var(--danger)" : "var(--done)"}
              strokeWidth={0.6}
            />
            {kind === "maybe" && (
              <path
                d={`M${x + 0.6} ${y + 5} l2.8 -3 M${x + 0.6} ${y + 9} l2.8 -3`}
                stroke="var(--done)"
                strokeWidth={0.7}
              />
            )}
            {kind === "bad" && (
              <path
                d={`M${x + 1} ${y + 3.4} l2 3.2 M${x + 3} ${y + 3.4} l-2 3.2`}
                stroke="var(--danger)"
                strokeWidth={0.5}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}
