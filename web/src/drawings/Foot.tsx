import type { Schemas } from '../api/client'

type FootShape = Schemas['Foot']

/** How far below the line of the mix the cell ends, and how wide it is to each side, on the paper of 160 × 190. */
const WALL = 52
const TOP = 62
const BOTTOM = 150
const MIDDLE = 80

/** A cutting's foot in its cell, cut open, drawn from its shape: this is what is lifted. */
export function Foot({ foot, name, className = 'w-44' }: { foot: FootShape; name: string; className?: string }) {
  const base = MIDDLE + foot.lean * 6
  const stemEnd = TOP + 46
  const half = (y: number) => WALL - (12 * (y - TOP)) / (BOTTOM - TOP)
  const roots = foot.roots.map((root) => {
    const y = stemEnd - root.from * 40
    const reach = root.length
    const out = Math.min(1, reach)
    if (reach <= 1.05) {
      // Outwards and down, to the wall at most.
      const endY = Math.min(BOTTOM - 6, y + 8 + 34 * out)
      const endX = base + root.side * (half(endY) - 2) * out
      return [
        `M${base} ${y}C${base + root.side * 14 * out} ${y + 2 + root.bend * 5} ${endX - root.side * 10 * out}`,
        `${endY - 14 * out - root.bend * 6} ${endX} ${endY}`,
      ].join(' ')
    }
    // What is longer finds the hole below and leaves by it.
    const hole = MIDDLE + root.bend * 9
    const below = BOTTOM + (reach - 1) * 62
    return [
      `M${base} ${y}C${base + root.side * 30} ${y + 8} ${base + root.side * (26 - root.bend * 8)}`,
      `${BOTTOM - 24} ${hole + root.side * 3} ${BOTTOM - 2}Q${hole - root.side * 4} ${(BOTTOM + below) / 2}`,
      `${hole + root.bend * 7} ${below}`,
    ].join(' ')
  })
  const rot = foot.brown > 0
  const stem = rot ? 'var(--plum)' : 'var(--leaf)'
  return (
    <svg viewBox="0 0 160 190" className={className} role="img" aria-label={name} fill="none" strokeLinecap="round">
      <path
        d={`M${MIDDLE - WALL} ${TOP}L${MIDDLE - WALL + 12} ${BOTTOM}H${MIDDLE + WALL - 12}L${MIDDLE + WALL} ${TOP}z`}
        fill="var(--paper)"
      />
      <path
        d={`M${MIDDLE - WALL} ${TOP}L${MIDDLE - WALL + 12} ${BOTTOM}H${MIDDLE - 12}M${MIDDLE + 12} ${BOTTOM}H${MIDDLE + WALL - 12}L${MIDDLE + WALL} ${TOP}`}
        stroke="var(--peat)"
        strokeWidth="2"
      />
      <path d={`M10 ${TOP}H150`} stroke="var(--peat)" strokeWidth="2" strokeDasharray="2 5" />
      <g transform={foot.wilted ? `rotate(${14 * (foot.lean >= 0 ? 1 : -1)} ${base} ${TOP})` : undefined}>
        <path d={`M${base} ${TOP}Q${base + foot.lean * 5} 40 ${base + foot.lean * 9} 16`} stroke="var(--leaf)" strokeWidth="6" />
        {foot.wilted ? (
          <path d={`M${base} 34q-20 4-24 26M${base + foot.lean * 6} 26q18 4 22 26`} stroke="var(--leaf)" strokeWidth="5" />
        ) : (
          <path
            d={`M${base} 40q-34-22-42 2q24 16 42-2zM${base + foot.lean * 6} 30q32-24 42 0q-24 18-42 0z`}
            fill="var(--leaf-wash)"
            stroke="var(--leaf)"
            strokeWidth="3"
          />
        )}
      </g>
      <path d={`M${base} ${TOP}V${stemEnd}`} stroke={stem} strokeWidth="6" />
      {rot && (
        <path
          d={`M${base} ${stemEnd - 46 * foot.brown}V${stemEnd}`}
          stroke="var(--peat)"
          strokeWidth="7.500"
          strokeDasharray="5 3"
        />
      )}
      {foot.callus > 0 && (
        <ellipse
          cx={base}
          cy={stemEnd}
          rx={4 + 9 * foot.callus}
          ry={3 + 6 * foot.callus}
          fill="var(--cream)"
          stroke="var(--peat)"
          strokeWidth="2"
        />
      )}
      {roots.map((path) => (
        <path key={path} d={path} stroke={rot ? 'var(--plum)' : 'var(--peat)'} strokeWidth="2.400" />
      ))}
      {foot.mat > 0.1 &&
        Array.from({ length: Math.round(14 * foot.mat) }, (_, i) => i).map((i) => {
          const y = BOTTOM - 4 - (i % 7) * 7
          const wide = half(y) - 3
          const lean = i % 2 === 0 ? 5 : -5
          return (
            <path
              key={i}
              d={`M${MIDDLE - wide} ${y + lean}Q${MIDDLE} ${y - lean * 2} ${MIDDLE + wide} ${y - lean}`}
              stroke="var(--peat)"
              strokeWidth="1.800"
            />
          )
        })}
    </svg>
  )
}
