/** A measuring cylinder with what is poured into it, stock below and water above, to scale. */
export function Pour({ stock, water, words }: { stock: number; water: number; words: string }) {
  const all = Math.max(stock + water, 1e-9)
  const full = 84
  const low = (full * stock) / all
  return (
    <svg viewBox="0 0 64 110" className="h-28 w-16 shrink-0" role="img" aria-label={words}>
      <path d="M10 8h44l-4 6v88a4 4 0 0 1-4 4H18a4 4 0 0 1-4-4V14z" fill="var(--paper)" stroke="var(--peat)" strokeWidth="2" />
      <rect x="15" y={105 - full} width="34" height={full - low} fill="var(--water-wash)" />
      <rect x="15" y={105 - low} width="34" height={low} fill="var(--heat)" />
      {[0.25, 0.5, 0.75, 1].map((at) => (
        <path key={at} d={`M38 ${105 - full * at}h11`} stroke="var(--peat)" strokeWidth="1.4" />
      ))}
      <path d={`M15 ${105 - low}h34`} stroke="var(--peat)" strokeWidth="1.2" strokeDasharray="3 2" />
    </svg>
  )
}

const READINGS = {
  in_total: { word: 'one part in the whole', cells: (parts: number) => parts },
  to_parts: { word: 'one part with so many of water', cells: (parts: number) => parts + 1 },
} as const

/** One of the two readings of a ratio, a cell a part; many parts are drawn as a bar. */
export function Parts({ parts, reading }: { parts: number; reading: keyof typeof READINGS }) {
  const cells = READINGS[reading].cells(parts)
  const few = cells <= 24
  const wide = few ? 240 / cells : 240
  return (
    <svg
      viewBox="0 0 240 24"
      className="h-6 w-full max-w-72"
      role="img"
      aria-label={`${READINGS[reading].word}: ${cells} parts in all`}
    >
      {few ? (
        Array.from({ length: Math.ceil(cells) }, (_, i) => i).map((i) => (
          <rect
            key={i}
            x={i * wide + 1}
            y="2"
            width={wide - 2}
            height="20"
            fill={i === 0 ? 'var(--heat)' : 'var(--water-wash)'}
            stroke="var(--peat)"
          />
        ))
      ) : (
        <>
          <rect x="1" y="2" width="238" height="20" fill="var(--water-wash)" stroke="var(--peat)" />
          <rect x="1" y="2" width={Math.max(2, 238 / cells)} height="20" fill="var(--heat)" />
        </>
      )}
    </svg>
  )
}

const WASHES = ['bg-paper', 'bg-cream', 'bg-leaf-wash', 'bg-plum-wash', 'bg-water-wash', 'bg-stone-wash']

/** A mix as a bar of its parts, each with its name and litres. */
export function MixBar({ parts }: { parts: readonly { name: string; share: number; words: string }[] }) {
  return (
    <div
      className="flex w-full max-w-2xl overflow-hidden rounded border-[1.5px] border-peat"
      role="img"
      aria-label={parts.map((part) => `${part.name} ${part.words}`).join(', ')}
    >
      {parts.map((part, i) => (
        <div
          key={part.name}
          className={`min-w-0 basis-0 px-2 py-1.5 text-sm leading-tight ${WASHES[i % WASHES.length]} ${i > 0 ? 'border-l-[1.5px] border-peat' : ''}`}
          style={{ flexGrow: part.share }}
        >
          <div className="truncate font-semibold">{part.name}</div>
          <div>{part.words}</div>
        </div>
      ))}
    </div>
  )
}
