import { plural } from '../words'

const PARTS = [
  { name: 'potted', words: 'potted', fill: 'var(--leaf)', key: 'bg-leaf', hatch: false },
  { name: 'left', words: 'left longer', fill: 'var(--cream)', key: 'bg-cream', hatch: false },
  { name: 'changed', words: 'made into something else', fill: 'var(--water-wash)', key: 'bg-water-wash', hatch: false },
  { name: 'thrown', words: 'thrown or lost', fill: 'var(--plum)', key: 'bg-plum-wash', hatch: true },
] as const

type Part = (typeof PARTS)[number]['name']

/** A line of plants as one bar, and what becomes of each part of it; what nobody has told yet stays open. */
export function SplitBar({ there, split }: { there: number; split: Record<Part, number> }) {
  const told = PARTS.filter((part) => split[part.name] > 0)
  const sum = told.reduce((all, part) => all + split[part.name], 0)
  const whole = Math.max(there, sum, 1)
  let from = 0
  return (
    <figure
      role="img"
      className="m-0"
      aria-label={`Of ${plural(there, 'plant')}: ${told.map((part) => `${split[part.name]} ${part.words}`).join(', ') || 'nothing told yet'}`}
    >
      <svg viewBox="0 0 600 34" preserveAspectRatio="none" className="h-9 w-full" aria-hidden="true">
        <defs>
          <pattern id="split-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill="var(--plum-wash)" />
            <path d="M0 0v7" stroke="var(--plum)" strokeWidth="3" />
          </pattern>
        </defs>
        <rect x="1" y="4" width="598" height="26" fill="var(--paper)" stroke="var(--peat)" strokeDasharray="5 4" />
        {told.map((part) => {
          const wide = (598 * split[part.name]) / whole
          const at = from
          from += wide
          return (
            <rect
              key={part.name}
              x={1 + at}
              y="4"
              width={wide}
              height="26"
              fill={part.hatch ? 'url(#split-hatch)' : part.fill}
              stroke="var(--peat)"
            />
          )
        })}
      </svg>
      <figcaption className="flex flex-wrap gap-x-4 text-sm" aria-hidden="true">
        {told.map((part) => (
          <span key={part.name} className="flex items-center gap-1.5">
            <span className={`inline-block h-3 w-3 border border-peat ${part.key}`} />
            <strong>{split[part.name]}</strong> {part.words}
          </span>
        ))}
      </figcaption>
    </figure>
  )
}
