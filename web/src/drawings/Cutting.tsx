import type { WaySheet } from '../api/client'
import { ends } from '../words'

const TOP = 14
const SOIL = 148
const MIDDLE = 74

/** A leaf, whole or halved, at a node. */
function Leaf({ y, side, halved }: { y: number; side: 1 | -1; halved: boolean }) {
  const reach = halved ? 15 : 28
  return (
    <path
      d={`M${MIDDLE} ${y} q${side * reach * 0.5} -14 ${side * reach} -6 ${halved ? `l0 9 ` : ''}q${-side * reach * 0.5} ${halved ? 2 : 10} ${-side * reach} ${halved ? -3 : 6}z`}
      fill="var(--leaf-wash)"
      stroke="var(--leaf)"
      strokeWidth="1.5"
    />
  )
}

/** How a piece is cut and set, from its sheet: length, nodes in and out of the mix, leaves, cuts, wound. */
export function Cutting({ sheet, tall = 190 }: { sheet: WaySheet; tall?: number }) {
  const { cut, hole } = sheet
  const [shortest, longest] = ends(cut.lengthCm)
  const length = (shortest + longest) / 2
  const perCm = Math.min(9, 130 / Math.max(length, 6))
  const buried = Math.max(hole.depthCm * perCm, 14)
  const above = cut.up === 'flat' ? 8 : Math.max(length * perCm - buried, 26)
  const [top, foot] = [Math.max(TOP, SOIL - above), SOIL + buried]
  const places = (many: number, from: number, to: number) =>
    Array.from({ length: many }, (_, i) => from + ((to - from) * (i + 0.6)) / many)
  const leafy = cut.leaves !== 'none' && !['root', 'leaf'].includes(sheet.material)
  const words = `${cut.lengthCm.join(' to ')} cm, ${hole.depthCm} cm deep, ${cut.nodesBelow} nodes below and ${cut.nodesAbove} above`
  return (
    <svg viewBox="0 0 190 210" style={{ height: tall }} className="max-w-full" role="img" aria-label={words}>
      <path d={`M8 ${SOIL}q34-5 68 0t68 0v58h-136z`} fill="var(--cream)" />
      <path d={`M8 ${SOIL}q34-5 68 0t68 0`} fill="none" stroke="var(--peat)" strokeWidth="1.5" strokeDasharray="2 4" />
      {cut.up === 'flat' ? (
        <rect
          x={MIDDLE - 34}
          y={SOIL + 12}
          width="68"
          height="9"
          rx="4"
          fill="var(--paper)"
          stroke="var(--peat)"
          strokeWidth="2"
        />
      ) : sheet.material === 'leaf' ? (
        <path
          d={`M${MIDDLE} ${foot} V${SOIL - 18} q-34 -34 0 ${-above + 14} q34 ${above - 48} 0 ${above - 14}`}
          fill="var(--leaf-wash)"
          stroke="var(--leaf)"
          strokeWidth="2.5"
        />
      ) : (
        <>
          <path
            d={`M${MIDDLE - 3} ${top + (cut.slanted === 'above' ? 6 : 0)} L${MIDDLE + 3} ${top} V${foot - (cut.slanted === 'below' ? 7 : 0)} L${MIDDLE - 3} ${foot}z`}
            fill="var(--paper)"
            stroke="var(--peat)"
            strokeWidth="2.2"
            strokeLinejoin="round"
          />
          {cut.wound && <path d={`M${MIDDLE + 1} ${foot - 5} V${foot - 20}`} stroke="var(--plum)" strokeWidth="3" />}
          {places(cut.nodesBelow, SOIL + 6, foot - 6).map((y) => (
            <ellipse key={y} cx={MIDDLE} cy={y} rx="6" ry="3" fill="var(--paper)" stroke="var(--peat)" strokeWidth="2" />
          ))}
          {places(cut.nodesAbove, SOIL - 8, top + 4).map((y, i) => (
            <g key={y}>
              {leafy && <Leaf y={y} side={i % 2 ? 1 : -1} halved={cut.leaves === 'halved'} />}
              {leafy && cut.leaves !== 'halved' && <Leaf y={y - 2} side={i % 2 ? -1 : 1} halved={false} />}
              <ellipse cx={MIDDLE} cy={y} rx="6" ry="3" fill="var(--paper)" stroke="var(--peat)" strokeWidth="2" />
            </g>
          ))}
        </>
      )}
      <g fontSize="12.5" fill="var(--peat)">
        <path d={`M150 ${top} v${foot - top} M146 ${top} h8 M146 ${foot} h8`} stroke="var(--peat)" strokeWidth="1.2" />
        <text x="156" y={(top + SOIL) / 2 + 4} fontWeight="650">
          {shortest === longest ? shortest : `${shortest}–${longest}`}
        </text>
        <text x="156" y={(top + SOIL) / 2 + 18} fill="var(--soft)">
          cm
        </text>
        {cut.slanted !== 'neither' && (
          <text x="12" y={cut.slanted === 'below' ? foot + 4 : top + 8} fill="var(--soft)">
            slanted
          </text>
        )}
        {cut.wound && (
          <text x="92" y={foot - 8} fill="var(--plum)">
            wound
          </text>
        )}
      </g>
    </svg>
  )
}
