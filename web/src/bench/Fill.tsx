import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useBack, useMoves } from '../api/writes'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayWeek } from '../words'
import { BenchRooms } from './BenchRooms'
import { useLooking } from './looking'
import { Needs } from './Needs'

const STAGES = {
  rooting: 'rooting',
  weaning: 'weaned, off the mist',
  potted: 'in pots, until ready',
} as const

/** Fills the house again: looks for better until told to stop, shows what would change, changes nothing until asked. */
export function Fill() {
  const { session, mayPlan } = useShown()
  const [stage, setStage] = useState<keyof typeof STAGES>('rooting')
  const [mayPart, setMayPart] = useState(false)
  const [mayMove, setMayMove] = useState(false)
  const [spaced, setSpaced] = useState(false)
  const { found, rounds, state, refused, waits, isDone, look, stop, clear } = useLooking({ stage, mayPart, mayMove, spaced })
  const back = useBack((changed) => {
    say(`${plural(changed, 'batch', 'batches')} put back.`)
    clear()
  })
  const move = useMoves()
  const apply = (moves: Schemas['Move'][], why: string, said: string) =>
    move.mutate(
      { moves, why },
      {
        onSuccess: (made) => {
          say(said, () => back.mutateAsync({ id: made.version, batches: made.batches }))
          clear()
        },
      },
    )
  const week = (name: string) => sayWeek(name, mondayOf(name), session.nursery)
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Fill the house</h1>
        <BenchRooms />
      </div>
      <div className="mb-4 flex flex-wrap items-center gap-x-5 gap-y-1">
        <div role="radiogroup" aria-label="Batches that are" className="flex flex-wrap gap-4">
          {(Object.keys(STAGES) as (keyof typeof STAGES)[]).map((one) => (
            <label key={one} className="flex min-h-11 cursor-pointer items-center gap-2">
              <input
                type="radio"
                className="radio"
                name="stage"
                checked={stage === one}
                onChange={() => {
                  clear()
                  setStage(one)
                }}
              />
              {STAGES[one]}
            </label>
          ))}
        </div>
        {stage === 'rooting' && (
          <>
            <label className="flex min-h-11 cursor-pointer items-center gap-2">
              <input type="checkbox" className="checkbox" checked={mayPart} onChange={() => setMayPart(!mayPart)} />
              batches may be parted over zones
            </label>
            <label className="flex min-h-11 cursor-pointer items-center gap-2">
              <input type="checkbox" className="checkbox" checked={mayMove} onChange={() => setMayMove(!mayMove)} />
              and moved midway
            </label>
          </>
        )}
        {stage === 'potted' && (
          <label className="flex min-h-11 cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="checkbox"
              checked={spaced}
              onChange={() => {
                clear()
                setSpaced(!spaced)
              }}
            />
            pots spaced, not pot-thick
          </label>
        )}
        {state !== 'idle' ? (
          <button type="button" className="act" disabled={state === 'stopping'} onClick={stop}>
            {state === 'stopping' ? 'Stopping…' : 'Stop looking'}
          </button>
        ) : (
          !isDone && (
            <button type="button" className="act-main" onClick={look}>
              {found ? 'Look on' : 'Fill again'}
            </button>
          )
        )}
      </div>
      {!found && state === 'idle' && (
        <p className="max-w-2xl soft">
          What is planned may go to another zone, or begin up to three weeks sooner or later while its material is right. What is
          stuck or locked stays, unless its zone is closed over it. You see what would change before anything does.
        </p>
      )}
      <p role="status" className="mb-3 min-h-6">
        {state !== 'idle' && (waits ?? `Looking, round ${rounds + 1}…`)}
        {state === 'idle' &&
          found &&
          (found.more
            ? `Stopped after ${plural(rounds, 'round')}.`
            : `Done after ${plural(rounds, 'round')}: nothing could be better.`)}
      </p>
      {refused && (
        <p role="alert" className="refusal mb-3">
          {refused}
        </p>
      )}
      {found && (
        <div className="grid gap-6">
          <section aria-label="What it gains" className="sheet flex flex-wrap gap-x-8 gap-y-2 p-4">
            {stage === 'rooting' ? (
              <span>
                Without a place: <strong>{found.gains.withoutPlaceNow}</strong> now,{' '}
                <strong className={found.gains.withoutPlaceThen > 0 ? 'text-plum' : 'text-leaf'}>
                  {found.gains.withoutPlaceThen}
                </strong>{' '}
                then
              </span>
            ) : (
              <span>
                <strong>{found.stays}</strong> of {plural(found.stays + found.unplaced.length, 'batch', 'batches')}{' '}
                {stage === 'weaning'
                  ? 'could leave the mist when they are weaned'
                  : 'could have a place from potting until they are ready'}
              </span>
            )}
            <span>
              <strong>{found.moves.length}</strong> {found.moves.length === 1 ? 'move' : 'moves'}
            </span>
            {stage === 'rooting' && (
              <span>
                Heat {Math.round((100 * (found.gains.heatThen - found.gains.heatNow)) / Math.max(1, found.gains.heatNow))} %
                against now
              </span>
            )}
            <span className="soft">{found.howFar}</span>
          </section>
          {found.unplaced.length > 0 && (
            <section aria-label="Without a place">
              <h2>{plural(found.unplaced.length, 'batch', 'batches')} without a place</h2>
              <ul>
                {found.unplaced.map((one) => (
                  <li key={one.code} className="border-t py-2 border-stone-wash">
                    <p>
                      <Link className="word font-bold" to={`/batches/${one.code}`}>
                        {one.code}
                      </Link>{' '}
                      {one.crop}, {plural(one.trays, stage === 'potted' ? 'place' : 'tray')}.{' '}
                      <span className="text-plum">{one.words}</span>
                    </p>
                    {one.options.length === 0 && <p className="text-sm soft">Nothing near to it would work either.</p>}
                    <ul className="mt-1 flex flex-wrap gap-2">
                      {one.options.map((option) => (
                        <li key={option.kind}>
                          <button
                            type="button"
                            className="act first-letter:uppercase"
                            disabled={!mayPlan || move.isPending}
                            onClick={() =>
                              apply(option.moves, `${one.code}, ${option.words}`.slice(0, 100), `${one.code}: ${option.words}.`)
                            }
                          >
                            {option.words}
                          </button>
                        </li>
                      ))}
                    </ul>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section aria-label="What would change">
            <h2>{found.moves.length === 0 ? 'Nothing would change' : 'What would change'}</h2>
            <ol>
              {found.moves.map((one) => (
                <li key={one.code} className="flex flex-wrap gap-x-4 border-t py-1.5 border-stone-wash">
                  <Link className="word w-20 font-bold" to={`/batches/${one.code}`}>
                    {one.code}
                  </Link>
                  <span className="w-56">
                    {one.crop}, {plural(one.trays, stage === 'potted' ? 'place' : 'tray')}
                  </span>
                  <span className="min-w-0 grow">
                    {one.was && (
                      <>
                        <s className="soft">
                          {one.was.zone}
                          {one.was.week !== one.to[0]?.week && `, ${week(one.was.week)}`}
                        </s>{' '}
                        →{' '}
                      </>
                    )}
                    {one.to.map((leg, i) => (
                      <span key={`${leg.zone}.${leg.week}`}>
                        {i > 0 && ', '}
                        <strong>{leg.zone}</strong>
                        {one.to.length > 1 && ` ${plural(leg.trays, 'tray')}`} from {week(leg.week)}
                      </span>
                    ))}
                    <span className="block text-sm soft">{one.why}</span>
                  </span>
                </li>
              ))}
            </ol>
            {mayPlan && found.moves.length > 0 && (
              <button
                type="button"
                className="act-main mt-3"
                disabled={state !== 'idle' || move.isPending}
                onClick={() =>
                  apply(
                    found.moves.map((one) => one.move),
                    'Filling the house',
                    `${plural(found.moves.length, 'batch', 'batches')} moved.`,
                  )
                }
              >
                Make {plural(found.moves.length, 'move')}
              </button>
            )}
            {move.error && (
              <p role="alert" className="refusal mt-2">
                {move.error.message}
              </p>
            )}
          </section>
          {stage === 'rooting' && <Needs key={found.round} found={found} />}
        </div>
      )}
    </>
  )
}
