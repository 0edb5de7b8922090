import { scaleTime } from 'd3-scale'
import type { Batch } from '../api/client'
import { Sideways } from '../drawings/Sideways'
import { sayDay } from '../words'

/** A batch's days on one line: stuck, roots expected as a range, potted, ready, and today. */
export function BatchDays({ batch, today }: { batch: Batch; today: string }) {
  const at = (day: string) => new Date(`${day}T00:00:00Z`)
  const x = scaleTime([at(batch.stickOn), at(batch.readyOn)], [8, 592])
  const marks: [string, string, 'start' | 'middle' | 'end'][] = [
    [batch.isStuck ? 'stuck' : 'stick', batch.stickOn, 'start'],
    [batch.leftBenchOn ? 'off the bench' : 'pot', batch.leftBenchOn ?? batch.potOn, 'middle'],
    ['ready', batch.readyOn, 'end'],
  ]
  const now = Math.min(596, Math.max(4, x(at(today))))
  return (
    <Sideways of="Its days">
      <svg
        viewBox="0 0 600 66"
        className="mt-2 w-full max-w-2xl min-w-[28rem]"
        role="img"
        aria-label={[
          `${batch.isStuck ? 'Stuck' : 'Stick'} ${sayDay(batch.stickOn, today)}, roots`,
          `${sayDay(batch.rootedFrom, today)} to ${sayDay(batch.rootedBy, today)},`,
          `${batch.leftBenchOn ? `off the bench ${sayDay(batch.leftBenchOn, today)}` : `pot ${sayDay(batch.potOn, today)}`},`,
          `ready ${sayDay(batch.readyOn, today)}`,
        ].join(' ')}
      >
        <line x1="8" x2="592" y1="32" y2="32" stroke="var(--peat)" strokeWidth="2" />
        <rect
          x={x(at(batch.rootedFrom))}
          y="24"
          width={Math.max(3, x(at(batch.rootedBy)) - x(at(batch.rootedFrom)))}
          height="16"
          rx="3"
          fill="var(--leaf-wash)"
          stroke="var(--leaf)"
          strokeWidth="1.3"
        />
        <text
          x={(x(at(batch.rootedFrom)) + x(at(batch.rootedBy))) / 2}
          y="17"
          fontSize="13"
          textAnchor="middle"
          fill="var(--leaf)"
        >
          roots {sayDay(batch.rootedFrom)} – {sayDay(batch.rootedBy)}
        </text>
        {marks.map(([word, day, anchor]) => (
          <g key={word}>
            <line x1={x(at(day))} x2={x(at(day))} y1="24" y2="42" stroke="var(--peat)" strokeWidth="2.500" />
            <text x={x(at(day))} y="58" fontSize="13.500" textAnchor={anchor} fill="var(--peat)">
              {word} {sayDay(day, today)}
            </text>
          </g>
        ))}
        <path d={`M${now} 30l-5-9h10z`} fill="var(--heat)" />
      </svg>
    </Sideways>
  )
}
