/** The sign of the product: a pile of slabs, the top one lifted at a corner. */
export function Sign({ size = 30 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 30 30" aria-hidden="true">
      <g fill="currentColor">
        <rect x="3" y="23" width="24" height="4" />
        <rect x="3" y="16.5" width="24" height="4" />
        <path d="M3 14 L27 6.5 L27 10.5 L3 14.5 Z" transform="translate(0 -1)" />
      </g>
    </svg>
  );
}
