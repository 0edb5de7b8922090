import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { AsTable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { inHundred, plural } from '../words'
import { ResultsRooms } from './ResultsRooms'

type Group = Schemas['Promises']['groups'][number]

/** As many as were kept on a line, with what chance leaves to a true promise behind. */
function Kept({ group }: { group: Group }) {
  const x = (many: number) => 4 + (392 * many) / Math.max(1, group.batches)
  return (
    <svg
      viewBox="0 0 400 40"
      className="w-full"
      role="img"
      aria-label={`${group.kept} of ${group.batches} kept; chance leaves ${group.low} to ${group.high}`}
    >
      <line x1="4" x2="396" y1="20" y2="20" stroke="var(--peat)" opacity="0.5" />
      <rect
        x={x(group.low)}
        width={Math.max(3, x(group.high) - x(group.low))}
        y="8"
        height="24"
        rx="3"
        fill="var(--leaf-wash)"
        stroke="var(--leaf)"
      />
      <circle
        cx={x(group.kept)}
        cy="20"
        r="8"
        fill={group.isTooSeldom ? 'var(--plum)' : 'var(--paper)'}
        stroke={group.isTooSeldom ? 'var(--plum)' : 'var(--peat)'}
        strokeWidth="2"
      />
    </svg>
  )
}

function OneGroup({ group }: { group: Group }) {
  const [isOpen, setOpen] = useState(false)
  return (
    <li className="border-t py-3 border-stone-wash">
      <div className="grid items-center gap-x-6 sm:grid-cols-[minmax(12rem,1fr)_minmax(16rem,1.6fr)_minmax(14rem,1.3fr)]">
        <div>
          <strong>Promised {inHundred(group.chance)} in 100</strong>
          <span className="block soft">of {plural(group.batches, 'batch', 'batches')}</span>
        </div>
        <Kept group={group} />
        <div>
          <strong className={group.isTooSeldom ? 'text-plum' : ''}>Kept {inHundred(group.kept / group.batches)} in 100</strong>,{' '}
          {group.kept} of {group.batches}
          <span className="block soft">
            {group.isTooSeldom
              ? 'Fewer than chance leaves: what is learnt says too much, or something has changed.'
              : group.isTooOften
                ? 'More than chance leaves: more is stuck than need be.'
                : `As was promised: chance leaves ${group.low} to ${group.high}.`}
          </span>
          {group.broken.length > 0 && (
            <button type="button" className="word min-h-11" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
              {isOpen ? 'Hide' : 'Show'} the {group.broken.length} that gave too few
            </button>
          )}
        </div>
      </div>
      {isOpen && (
        <p>
          {group.broken.map((code) => (
            <Link key={code} className="word mr-3" to={`/batches/${code}`}>
              {code}
            </Link>
          ))}
        </p>
      )}
    </li>
  )
}

/** Whether batches gave enough as often as they were promised to. */
export function PromisesPage() {
  const read = useQuery({ queryKey: ['promises'], queryFn: () => answer(api.GET('/api/results/promises')) })
  if (!read.data) return <Unread of={read} title="Promises" rooms={<ResultsRooms />} />
  const { groups, fewer } = read.data
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Promises</h1>
        <ResultsRooms />
        {groups.length > 0 && (
          <AsTable
            name="promises"
            heads={['promised', 'batches', 'kept', 'by chance at least', 'by chance at most']}
            rows={() => groups.map((one) => [one.chance.toFixed(2), one.batches, one.kept, one.low, one.high])}
          />
        )}
      </div>
      <p className="mb-4 max-w-3xl">
        How many are stuck is reckoned so that a batch gives enough in so many of a hundred. Here is how often it did: as many
        good plants were potted as it was for.
      </p>
      {groups.length === 0 ? (
        <p className="soft">No batch that was planned here has been through yet.</p>
      ) : (
        <ul className="max-w-5xl" aria-label="Promises">
          {groups.map((group) => (
            <OneGroup key={group.chance} group={group} />
          ))}
        </ul>
      )}
      <p className="mt-3 max-w-3xl soft">
        Batches that have left the bench. The bar holds what chance leaves to a true promise, but for one time in twenty; batches
        made the same way share their luck, so that a true one falls outside somewhat oftener.
        {fewer > 0 &&
          ` Of ${plural(fewer, 'batch', 'batches')} clearly fewer were stuck than planned: of them nothing was promised.`}
      </p>
    </>
  )
}
