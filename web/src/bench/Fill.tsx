import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { isItsTurnLater } from '../api/queries'
import { useBack, useMoves } from '../api/writes'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayWeek } from '../words'
import { BenchRooms } from './BenchRooms'
import { Needs } from './Needs'

type Found = Schemas['Fill']

const STAGES = {
  rooting: 'rooting',
  weaning: 'weaned, off the mist',
  potted: 'in pots, until ready',
} as const
/** Rounds without a gain after which looking on is no use. */
const PATIENCE = 4

/** Fills the house again: looks for better until told to stop, shows what would change, changes nothing until asked. */
export function Fill() {
  const { session, mayPlan } = useShown()
  const [stage, setStage] = useState<keyof typeof STAGES>('rooting')
  const [mayPart, setMayPart] = useState(false)
  const [mayMove, setMayMove] = useState(false)
  const [spaced, setSpaced] = useState(false)
  const [found, setFound] = useState<Found | null>(null)
  const [foundWith, setFoundWith] = useState('')
  const [rounds, setRounds] = useState(0)
  const [looking, setLooking] = useState(false)
  const [refused, setRefused] = useState<string | null>(null)
  const [waits, setWaits] = useState<string | null>(null)
  const stop = useRef(false)
  useEffect(
    () => () => {
      stop.current = true
    },
    [],
  )
  const clear = () => {
    stop.current = true
    setFound(null)
    setRounds(0)
    setRefused(null)
  }
  const back = useBack((changed) => {
    say(`${plural(changed, 'batch', 'batches')} put back.`)
    clear()
  })
  const move = useMoves()
  /** Where others have long work done, it waits for its turn, unless it is stopped. */
  const inTurn = async (ask: () => Promise<Found>): Promise<Found | null> => {
    while (!stop.current) {
      try {
        const answered = await ask()
        setWaits(null)
        return answered
      } catch (error) {
        if (!isItsTurnLater(error)) throw error
        setWaits((error as Refusal).message)
        await new Promise((later) => setTimeout(later, 1500))
      }
    }
    return null
  }
  // Parted and moved, more may be found of what could not be better otherwise.
  const asked = `${mayPart} ${mayMove}`
  const isDone = found !== null && !found.more && foundWith === asked
  const look = async () => {
    stop.current = false
    setLooking(true)
    setRefused(null)
    let best = found
    let without = 0
    try {
      for (let round = rounds + 1; !stop.current && without < PATIENCE; round += 1) {
        const now: Found | null = await inTurn(() =>
          answer(api.POST('/api/bench/fill', { body: { stage, round, mayPart, mayMove, spaced, before: best?.plan ?? [] } })),
        )
        if (now === null) break
        if (stop.current && best) break
        without = best && now.score >= best.score ? without + 1 : 0
        if (!best || now.score < best.score) best = now
        setFound(best)
        setFoundWith(asked)
        setRounds(round)
        if (!now.more) break
      }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      setRefused(error.message)
    } finally {
      setLooking(false)
      setWaits(null)
    }
  }
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
        {looking ? (
          <button
            type="button"
            className="act"
            onClick={() => {
              stop.current = true
            }}
          >
            Stop looking
          </button>
        ) : (
          !isDone && (
            <button type="button" className="act-main" onClick={look}>
              {found ? 'Look on' : 'Fill again'}
            </button>
          )
        )}
      </div>
      {!found && !looking && (
        <p className="max-w-2xl soft">
          What is planned may go to another zone, or begin up to three weeks sooner or later while its material is right. What is
          stuck or locked stays, unless its zone is closed over it. You see what would change before anything does.
        </p>
      )}
      <p role="status" className="mb-3 min-h-6">
        {looking && (waits ?? `Looking, round ${rounds + 1}…`)}
        {!looking &&
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
                disabled={looking || move.isPending}
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
