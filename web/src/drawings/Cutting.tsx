import type { WaySheet } from '../api/client'
import { ends } from '../words'

const TOP = 18
const TALL = 156
const MIDDLE = 74

/** A leaf, whole or halved, at a node. */
function Leaf({ y, side, halved }: { y: number; side: 1 | -1; halved: boolean }) {
  const reach = halved ? 15 : 28
  return (
    <path
      d={[
        `M${MIDDLE} ${y} q${side * reach * 0.5} -14 ${side * reach} -6`,
        `${halved ? `l0 9 ` : ''}q${-side * reach * 0.5} ${halved ? 2 : 10} ${-side * reach}`,
        `${halved ? -3 : 6}z`,
      ].join(' ')}
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
  const perCm = Math.min(16, TALL / Math.max(length, hole.depthCm + 1))
  const buried =
    sheet.material === 'root' && cut.up !== 'flat'
      ? Math.max(length * perCm * 0.6, 60)
      : Math.min(Math.max(hole.depthCm * perCm, 16), TALL - 30)
  const above = cut.up === 'flat' ? 24 : sheet.material === 'root' ? 4 : Math.max(length * perCm - buried, 30)
  const [top, soil, foot] = [TOP, TOP + above, TOP + above + buried]
  const places = (many: number, from: number, to: number) =>
    Array.from({ length: many }, (_, i) => from + ((to - from) * (i + 0.6)) / many)
  const rooted = ['division', 'offset', 'runner', 'sucker', 'layer', 'seedlings'].includes(sheet.material)
  const leafy = cut.leaves !== 'none' && !['root', 'leaf'].includes(sheet.material)
  const words = `${cut.lengthCm.join(' to ')} cm, ${hole.depthCm} cm deep, ${cut.nodesBelow} nodes below and ${cut.nodesAbove} above`
  return (
    <svg
      viewBox={`0 0 206 ${Math.max(foot + 22, 110)}`}
      style={{ height: tall }}
      className="max-w-full"
      role="img"
      aria-label={words}
    >
      <path d={`M8 ${soil}q34-5 68 0t68 0v${buried + 18}h-136z`} fill="var(--cream)" />
      <path d={`M8 ${soil}q34-5 68 0t68 0`} fill="none" stroke="var(--peat)" strokeWidth="1.5" strokeDasharray="2 4" />
      {cut.up === 'flat' ? (
        <rect
          x={MIDDLE - 34}
          y={soil + 12}
          width="68"
          height="9"
          rx="4"
          fill="var(--paper)"
          stroke="var(--peat)"
          strokeWidth="2"
        />
      ) : rooted ? (
        <>
          {[-1, 0, 1].map((side) => (
            <g key={side}>
              <path
                d={`M${MIDDLE + side * 5} ${soil + 6} Q${MIDDLE + side * 10} ${(top + soil) / 2} ${MIDDLE + side * 24} ${top + 18 + Math.abs(side) * 10}`}
                fill="none"
                stroke="var(--leaf)"
                strokeWidth="3"
              />
              <ellipse
                cx={MIDDLE + side * 26}
                cy={top + 12 + Math.abs(side) * 10}
                rx="9"
                ry="13"
                fill="var(--leaf-wash)"
                stroke="var(--leaf)"
                strokeWidth="1.5"
                transform={`rotate(${side * 30} ${MIDDLE + side * 26} ${top + 12 + Math.abs(side) * 10})`}
              />
              <path
                d={`M${MIDDLE + side * 5} ${soil + 8} q${side * 6 + 2} 10 ${side * 12} ${foot - soil - 4}`}
                fill="none"
                stroke="var(--peat)"
                strokeWidth="1.8"
              />
            </g>
          ))}
          <ellipse cx={MIDDLE} cy={soil + 6} rx="12" ry="6" fill="var(--paper)" stroke="var(--peat)" strokeWidth="2" />
        </>
      ) : sheet.material === 'leaf' ? (
        <path
          d={`M${MIDDLE} ${foot} V${soil - 18} q-34 -34 0 ${-above + 14} q34 ${above - 48} 0 ${above - 14}`}
          fill="var(--leaf-wash)"
          stroke="var(--leaf)"
          strokeWidth="2.5"
        />
      ) : (
        <>
          <path
            d={[
              `M${MIDDLE - 3} ${top + (cut.slanted === 'above' ? 6 : 0)} L${MIDDLE + 3} ${top}`,
              `V${foot - (cut.slanted === 'below' ? 7 : 0)} L${MIDDLE - 3} ${foot}z`,
            ].join(' ')}
            fill="var(--paper)"
            stroke="var(--peat)"
            strokeWidth="2.2"
            strokeLinejoin="round"
          />
          {cut.wound && <path d={`M${MIDDLE + 1} ${foot - 5} V${foot - 20}`} stroke="var(--plum)" strokeWidth="3" />}
          {places(cut.nodesBelow, soil + 6, foot - 6).map((y) => (
            <ellipse key={y} cx={MIDDLE} cy={y} rx="6" ry="3" fill="var(--paper)" stroke="var(--peat)" strokeWidth="2" />
          ))}
          {places(cut.nodesAbove, soil - 8, top + 4).map((y, i) => (
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
        <text x="156" y={(top + soil) / 2 + 4} fontWeight="650">
          {shortest === longest ? shortest : `${shortest}–${longest}`}
        </text>
        <text x="156" y={(top + soil) / 2 + 18} fill="var(--soft)">
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
