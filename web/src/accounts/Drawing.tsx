/** Where the bars of the class stand and how full they are. */
const FILLED: [number, number][] = [
  [322, 30],
  [346, 18],
  [370, 26],
  [394, 10],
  [418, 32],
  [442, 22],
];

/** A picture of the idea: spoken words as a page, a pause between them, the question beside it. */
export function Drawing() {
  const line = (x: number, y: number, width: number, mark = "#E4DCCB") => (
    <rect key={`${x} ${y}`} x={x} y={y} width={width} height={6} rx={3} fill={mark} />
  );
  return (
    <svg viewBox="0 0 480 270" className="w-full rounded-md border border-rule" aria-hidden="true">
      <rect width={480} height={270} fill="#FFFFFF" />
      <rect x={16} y={16} width={132} height={84} fill="#CFE2E6" />
      <path d="M16 72h44v28H16z M104 50h44v50h-44z" fill="#2E6E86" />
      <path d="M60 62h44v38H60z" fill="#3C8398" />
      <path d="M58 40h5v60h-5z M102 36h5v64h-5z" fill="#5B4636" />
      <path d="M68 62l6-9h18l6 9z" fill="#A63D2F" />
      {[0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11].map((n) => (
        <rect
          key={n}
          x={18 + n * 11}
          y={126 - ((n * 7) % 5) * 3}
          width={5}
          height={8 + ((n * 7) % 5) * 6}
          fill="#B9C3CA"
        />
      ))}
      <path d="M86 108h3v40h-3z M92 108h3v40h-3z" fill="#B7791F" />
      {line(170, 24, 130)}
      {line(170, 42, 112)}
      {line(170, 60, 136)}
      {line(170, 78, 74, "#3F6B35")}
      <path d="M170 104h5v16h-5z M179 104h5v16h-5z M190 111h116v3H190z" fill="#B7791F" />
      {line(170, 138, 126)}
      {line(170, 156, 134)}
      {line(170, 174, 98)}
      <rect x={322} y={74} width={142} height={134} rx={5} fill="#FBF8F2" stroke="#E4DCCB" />
      <rect x={322} y={74} width={4} height={134} fill="#B7791F" />
      {line(338, 90, 108, "#1F2A37")}
      {line(338, 104, 82, "#1F2A37")}
      {[0, 1, 2].map((n) => (
        <g key={n}>
          <rect
            x={338}
            y={122 + n * 26}
            width={112}
            height={20}
            rx={3}
            fill="#FFFFFF"
            stroke={n === 1 ? "#0F5C6E" : "#E4DCCB"}
            strokeWidth={n === 1 ? 2 : 1}
          />
          {line(348, 129 + n * 26, 56 + ((n * 23) % 30), n === 1 ? "#0F5C6E" : "#E4DCCB")}
        </g>
      ))}
      <path d="M16 214h290" stroke="#E4DCCB" />
      {FILLED.map(([x, height]) => (
        <g key={x}>
          <rect x={x} y={222} width={14} height={32} fill="#FFFFFF" stroke="#8D8570" />
          <rect x={x} y={254 - height} width={14} height={height} fill="#3F6B35" />
        </g>
      ))}
      {line(170, 240, 96)}
    </svg>
  );
}
