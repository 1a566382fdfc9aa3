/** The mark of the house: an open hand fan. */
export function Fan({ size = 30 }: { size?: number }) {
  const ribs = [-60, -36, -12, 12, 36, 60];
  return (
    <svg width={size} height={size * 0.84} viewBox="0 0 50 42" aria-hidden="true" className="text-act">
      <path
        d="M25 39 2.5 19.5C9 5 41 5 47.5 19.5Z"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.4"
        strokeLinejoin="round"
      />
      {ribs.map((angle) => (
        <path
          key={angle}
          d="M25 39V8.5"
          stroke="currentColor"
          strokeWidth="1.7"
          transform={`rotate(${angle * 0.72} 25 39)`}
        />
      ))}
      <circle cx="25" cy="38.5" r="2.6" fill="currentColor" />
    </svg>
  );
}
