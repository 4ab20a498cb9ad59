/** A peg driven to the line. */
export function Emblem({ size = 32 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden>
      <path d="M11 3h10v16l-5 9-5-9z" fill="#ffc20e" />
      <path d="M1 11h30" stroke="#ff4d7d" strokeWidth="2.5" />
    </svg>
  );
}
