/** A code to scan, from `uqr`'s rows; dark on white whatever the page's ground. */
export function QrCode({ data, label }: { readonly data: readonly (readonly boolean[])[]; readonly label: string }) {
  const path = data.flatMap((row, y) => row.flatMap((dark, x) => (dark ? `M${x} ${y}h1v1h-1z` : []))).join('');
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${data.length} ${data.length}`}
      shapeRendering="crispEdges"
      className="size-56 rounded-card border border-line bg-white"
    >
      <path d={path} fill="#0b2b30" />
    </svg>
  );
}
