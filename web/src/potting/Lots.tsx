import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useLots } from '../api/queries'
import { useLotAct } from '../api/writes'
import { StateGlyph } from '../drawings/Glyph'
import { StepMark } from '../drawings/LotLane'
import { Label } from '../drawings/Tag'
import { AsTable } from '../shell/AsTable'
import { SearchBox, useAsked } from '../shell/Narrow'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useParts } from '../shell/useParts'
import { useShown } from '../shell/week'
import { plural, STEP_WORDS, sayDay } from '../words'
import { lotsDueBy } from './lotsDue'
import { PottingRooms } from './PottingRooms'

type Brief = Schemas['LotBrief']

/** A lot's label: a pot instead of a cutting, and how many grow and are ready. */
export function LotLabel({ lot }: { lot: Brief }) {
  return (
    <Link
      to={`/potting/lots/${lot.code}`}
      className="block no-underline"
      aria-label={`${lot.crop}, lot ${lot.code}, ${lot.potted + lot.grown}`}
    >
      <Label>
        <div className="flex items-center gap-3 px-2 py-1.5">
          <StateGlyph state="potted" stage={null} size={38} />
          <div className="min-w-0 grow">
            <div className="text-[1.05rem] leading-tight font-bold">{lot.crop}</div>
            <div className="text-sm leading-snug soft">
              <span className="font-semibold tracking-wide text-peat">{lot.code}</span> {lot.pot} · {lot.batches.join(' and ')}
              {lot.zone && ` · ${lot.zone}`}
              {lot.heldUntil && <strong className="text-peat"> · held back until {sayDay(lot.heldUntil)}</strong>}
            </div>
          </div>
          <div className="pr-2 text-right leading-none">
            <div className="text-[1.35rem] font-bold">{lot.potted + lot.grown}</div>
            {lot.grown > 0 && <div className="text-sm text-leaf">{lot.grown} ready</div>}
          </div>
        </div>
      </Label>
    </Link>
  )
}

function Next({ lot }: { lot: Brief }) {
  const { session, mayLog } = useShown()
  const done = useLotAct(lot.code, 'steps', () => say(`${lot.code}: ${lot.next ? STEP_WORDS[lot.next.kind] : ''} noted.`))
  const { next } = lot
  if (!next)
    return (
      <p className="text-sm soft">
        Nothing left to do but to send {lot.grown === 0 ? 'what is ready' : plural(lot.grown, 'plant')}.
      </p>
    )
  return (
    <div className="flex items-center gap-3">
      <StepMark kind={next.kind} done={false} size={32} />
      <p className="min-w-0 grow text-sm">
        <strong className="inline-block first-letter:uppercase">{STEP_WORDS[next.kind]}</strong>, {sayDay(next.on, session.today)}
        {next.daysLate > 0 && <strong className="text-plum"> · {plural(next.daysLate, 'day')} ago</strong>}
        <span className="block soft">{next.words}</span>
        {done.error && (
          <span role="alert" className="refusal block">
            {done.error.message}
          </span>
        )}
      </p>
      {mayLog && next.kind !== 'ready' && next.on <= session.today && (
        <button
          type="button"
          className="act shrink-0"
          aria-label={`Done: ${STEP_WORDS[next.kind]}, lot ${lot.code}`}
          disabled={done.isPending}
          onClick={() => done.mutate({ kind: next.kind, on: session.today })}
        >
          Done
        </button>
      )}
    </div>
  )
}

const BY = { next: 'what is next', ready: 'when ready', crop: 'crop' } as const

/** All lots that grow, by what is to be done with them next. */
export function Lots() {
  const { session } = useShown()
  const read = useLots()
  const { data } = read
  const asked = useAsked()
  const by = (asked.get('by') ?? 'next') as keyof typeof BY
  const lots = (data?.lots ?? []).filter((lot) => asked.isLike(lot.code, lot.crop, lot.pot, lot.zone, ...lot.batches))
  const parts = useParts(lots.length)
  if (by === 'ready') lots.sort((a, b) => a.readyOn.localeCompare(b.readyOn))
  if (by === 'crop') lots.sort((a, b) => a.crop.localeCompare(b.crop) || a.pottedOn.localeCompare(b.pottedOn))
  const due = lotsDueBy(lots, session.today)
  if (!data) return <Unread of={read} title="Lots of pots" rooms={<PottingRooms />} />
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Lots of pots</h1>
        <PottingRooms />
        <AsTable
          name="lots"
          heads={['lot', 'crop', 'pot', 'potted on', 'ready about', 'growing', 'ready', 'sent', 'lost', 'held until', 'batches']}
          rows={() =>
            lots.map((lot) => [
              lot.code,
              lot.crop,
              lot.pot,
              lot.pottedOn,
              lot.readyOn,
              lot.potted,
              lot.grown,
              lot.sent,
              lot.lost,
              lot.heldUntil,
              lot.batches.join(' '),
            ])
          }
        />
      </div>
      <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <SearchBox of="lots" placeholder="crop, lot, batch, pot, place" asked={asked} />
        <p>
          {plural(lots.length, 'lot')} growing on{due > 0 && <>, {due} with something due</>}
        </p>
        <div role="radiogroup" aria-label="Order" className="flex flex-wrap gap-4">
          {(Object.keys(BY) as (keyof typeof BY)[]).map((one) => (
            <label key={one} className="flex min-h-11 cursor-pointer items-center gap-2">
              <input
                type="radio"
                className="radio"
                name="order"
                checked={by === one}
                onChange={() => asked.choose({ by: one === 'next' ? '' : one })}
              />
              by {BY[one]}
            </label>
          ))}
        </div>
      </div>
      {lots.length === 0 && data.lots.length > 0 && <p className="soft">No lot is like that.</p>}
      {data.lots.length === 0 && (
        <p className="soft">Nothing is in pots yet. What is potted from the queue stands here until it is sent.</p>
      )}
      <ol>
        {lots.slice(0, parts.many).map((lot) => (
          <li
            key={lot.code}
            className="grid items-center gap-x-6 gap-y-2 border-t py-2.5 md:grid-cols-[minmax(17rem,1fr)_minmax(0,1.2fr)_7rem] border-stone-wash"
          >
            <LotLabel lot={lot} />
            <Next lot={lot} />
            <p className="text-sm soft">ready {sayDay(lot.readyOn, session.today)}</p>
          </li>
        ))}
      </ol>
      {parts.end}
    </>
  )
}
