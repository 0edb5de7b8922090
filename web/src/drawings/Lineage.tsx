import type { Schemas } from '../api/client'
import { Sideways } from './Sideways'

type Trace = Schemas['Trace']

const COLUMN: Record<Schemas['TraceKind'], number> = { block: 0, hormone: 0, batch: 1, lot: 2, order: 3, customer: 3 }
const HEADS = ['taken and dipped', 'stuck', 'potted', 'went to']
const WIDE = 900
const STEP = 240
const BOX = 170
const TALL = 24
const TOP = 26
/** Boxes in a column that can still be told apart. */
const MOST = 80

/** Boxes in the order of the way, each column spread over the height; lines go from left to right. */
export function Lineage({ trace }: { trace: Trace }) {
  const columns = [0, 1, 2, 3].map((column) => trace.nodes.filter((node) => COLUMN[node.kind] === column))
  const most = Math.max(1, ...columns.map((nodes) => nodes.length))
  if (most > MOST) return <p className="mb-6 soft">There are too many to draw: {most} in one column. Trace one of them.</p>
  const height = TOP + most * (TALL + 6) + 8
  const at = new Map(
    columns.flatMap((nodes, column) =>
      nodes.map((node, i) => {
        const free = height - TOP - 8
        return [node.id, { x: column * STEP + 4, y: TOP + (free * (i + 0.5)) / nodes.length - TALL / 2, node }] as const
      }),
    ),
  )
  return (
    <section aria-label="The way, drawn" className="mb-6">
      <Sideways of="The way">
        <svg viewBox={`0 0 ${WIDE} ${height}`} className="w-full min-w-[760px]" role="img" aria-label="What came of what">
          {HEADS.map((words, column) => (
            <text key={words} x={column * STEP + 4} y="14" fontSize="12" fill="var(--soft)">
              {words}
            </text>
          ))}
          {trace.edges.map((edge) => {
            const [from, to] = [at.get(edge.from), at.get(edge.to)]
            if (!from || !to) return null
            const same = from.x === to.x
            const [x1, y1] = [from.x + BOX, from.y + TALL / 2]
            const [x2, y2] = [same ? to.x + BOX : to.x, to.y + TALL / 2]
            const bend = same ? 40 : (x2 - x1) / 2
            return (
              <path
                key={`${edge.from}>${edge.to}`}
                d={`M${x1} ${y1} C${x1 + bend} ${y1} ${same ? x2 + bend : x2 - bend} ${y2} ${x2} ${y2}`}
                fill="none"
                stroke={from.node.recalled ? 'var(--plum)' : 'var(--peat)'}
                strokeWidth={from.node.recalled ? 2 : 1.2}
                strokeDasharray={edge.meant ? '4 4' : undefined}
                opacity="0.6"
              />
            )
          })}
          {[...at.values()].map(({ x, y, node }) => {
            const isStart = node.id === trace.start
            return (
              <g key={node.id}>
                <rect
                  x={x}
                  y={y}
                  width={BOX}
                  height={TALL}
                  rx="4"
                  fill={node.recalled ? 'var(--cream)' : 'var(--paper)'}
                  stroke={node.recalled ? 'var(--plum)' : 'var(--peat)'}
                  strokeWidth={isStart ? 3 : 1.2}
                />
                <text x={x + 7} y={y + 16} fontSize="12.5" fontWeight={isStart ? 700 : 400} fill="var(--peat)">
                  {(node.kind === 'block' || node.kind === 'batch' || node.kind === 'lot'
                    ? `${node.name} ${node.crop ?? ''}`
                    : node.name
                  ).slice(0, 22)}
                </text>
              </g>
            )
          })}
        </svg>
      </Sideways>
    </section>
  )
}
