const TEETH = 90;

/** The torn edge that every page of the place to practise has at its top. */
export function TornEdge() {
  const points = Array.from({ length: TEETH + 1 }, (_, index) => {
    const down = index % 2 ? 5 + ((index * 37) % 7) : 1 + ((index * 17) % 4);
    return `${(index * 100) / TEETH},${down}`;
  });
  return (
    <svg
      viewBox="0 0 100 12"
      preserveAspectRatio="none"
      aria-hidden
      className="no-print block h-3 w-full shrink-0 bg-paper"
    >
      <polygon points={`0,0 ${points.join(" ")} 100,0`} fill="var(--ink)" />
    </svg>
  );
}
