import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { newKey } from '../api/sending'
import { Tag } from '../drawings/Tag'
import { useShown } from '../shell/week'
import { SEEN_WORDS, sayDay, sayTrays } from '../words'
import { sendLooks } from './deliver'
import { addLook, keep, kept, type Look, looksKept } from './device'
import { Lift } from './Lift'
import { RoundRooms } from './RoundRooms'
import { canScan, Scan } from './Scan'
import { Trouble } from './Trouble'
import { Waiting } from './Waiting'

type Walk = Schemas['Round']
type Seen = Schemas['Seen']

const TROUBLES = (Object.keys(SEEN_WORDS) as Seen[]).filter((seen) => seen !== 'fine')

const moment = () => {
  const now = new Date()
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 19)
}

/** The walk as the server has it, or as this device had it last. */
async function readWalk(): Promise<{ walk: Walk | null; away: boolean }> {
  try {
    const walk = await answer(api.GET('/api/round'))
    await keep('walk', walk)
    return { walk, away: false }
  } catch (error) {
    if (!(error instanceof Refusal) || error.code !== 'offline') throw error
    return { walk: (await kept<Walk>('walk')) ?? null, away: true }
  }
}

const keyOf = (stop: { code: string; line: number }) => `${stop.code}.${stop.line}`

/** The daily walk, one tag at a time, for one thumb; with or without a network. */
export function Round() {
  const { mayLog, session } = useShown()
  const me = session.account?.id ?? 0
  const [full, setFull] = useState(false)
  const [walk, setWalk] = useState<Walk | null>(null)
  const [away, setAway] = useState(false)
  const [looks, setLooks] = useState<Look[]>([])
  const [done, setDone] = useState<Record<string, Seen>>({})
  const [all, setAll] = useState(false)
  /** Where somebody went; before that, the first tag that nobody has seen. */
  const [gone, setAt] = useState<number | null>(null)
  const [trouble, setTrouble] = useState<Seen | null>(null)
  const [lifting, setLifting] = useState(false)
  const [typed, setTyped] = useState('')
  const [earlier, setEarlier] = useState<string | null>(null)
  const [scanning, setScanning] = useState(false)
  const [missing, setMissing] = useState<string | null>(null)

  const refresh = useCallback(async () => {
    await sendLooks(me)
    setLooks(await looksKept())
  }, [me])
  useEffect(() => {
    const begin = async () => {
      const asked = readWalk()
      // What this device had last is shown at once; what the server has now takes its place.
      setWalk((await kept<Walk>('walk')) ?? null)
      const waiting = await looksKept()
      setLooks(waiting)
      // What was logged on this walk and waits still counts as seen.
      setDone((before) => ({ ...Object.fromEntries(waiting.map((look) => [keyOf(look), look.seen])), ...before }))
      const read = await asked
      if (read.walk) setWalk(read.walk)
      setAway(read.away)
      await refresh()
    }
    begin()
    const back = () => {
      setAway(false)
      refresh()
    }
    const lost = () => setAway(true)
    addEventListener('online', back)
    addEventListener('offline', lost)
    const again = setInterval(refresh, 20_000)
    return () => {
      removeEventListener('online', back)
      removeEventListener('offline', lost)
      clearInterval(again)
    }
  }, [refresh])

  if (!walk)
    return (
      <>
        <h1>The round</h1>
        {away && <p className="refusal">This device has no walk yet. Open the round once where there is a network.</p>}
      </>
    )
  const stops = walk.stops.filter((stop) => all || stop.due || done[keyOf(stop)])
  const at =
    gone ??
    Math.max(
      0,
      stops.findIndex((one) => !done[keyOf(one)]),
    )
  const stop = stops[Math.min(at, stops.length - 1)]
  const left = stops.filter((one) => !done[keyOf(one)]).length
  const log = async (seen: Seen, more: Partial<Look> = {}) => {
    if (!stop) return
    const { account } = session
    const by = account ? { by: { id: account.id, name: account.name } } : {}
    try {
      await addLook({
        key: newKey(),
        code: stop.code,
        line: stop.line,
        crop: stop.tag.crop,
        seen,
        at: moment(),
        ...(earlier && { on: earlier }),
        ...by,
        ...more,
      })
      setFull(false)
    } catch {
      setFull(true)
      return
    }
    setDone((before) => ({ ...before, [keyOf(stop)]: seen }))
    setTrouble(null)
    setLifting(false)
    setAt(Math.min(at + 1, stops.length - 1))
    setLooks(await looksKept())
    refresh()
  }
  /** Goes to the tag with this code, or says that it is not on the walk. */
  const find = (code: string): boolean => {
    const plain = code
      .trim()
      .toUpperCase()
      .replace(/[^A-Z0-9]/g, '')
    const among = (some: Walk['stops']) =>
      plain === '' ? -1 : some.findIndex((one) => one.code.replace('-', '').startsWith(plain))
    const due = among(stops)
    const found = due >= 0 ? due : among(walk.stops)
    setMissing(plain === '' || found >= 0 ? null : `${code} is not on this walk.`)
    if (found < 0) return false
    // A tag that is not due can be looked at all the same.
    if (due < 0) setAll(true)
    setAt(found)
    setTyped('')
    setTrouble(null)
    setLifting(false)
    return true
  }
  const liftButton = stop && mayLog && !stop.inPots && !lifting && trouble === null && !done[keyOf(stop)] && (
    <button
      type="button"
      className={stop.checkDue ? 'act-main !min-h-14 text-lg' : 'act !min-h-14 text-lg'}
      onClick={() => {
        setLifting(true)
        setTrouble(null)
      }}
    >
      {stop.checkDue ? 'Check due: lift a few' : 'Lift a few'}
    </button>
  )
  return (
    <div className="mx-auto max-w-xl">
      <RoundRooms />
      <div className="flex items-baseline justify-between gap-3">
        <h1>The round</h1>
        <span className="font-semibold tabular-nums">
          {stops.length === 0 ? 'nothing due' : `${Math.min(at, stops.length - 1) + 1} of ${stops.length}`}
          {stops.length > 0 && <span className="soft"> · {left} left</span>}
        </span>
      </div>
      <Waiting looks={looks} away={away} me={me} onChange={() => looksKept().then(setLooks)} />
      {earlier && (
        <p role="status" className="mb-2 font-semibold text-plum">
          Walked {sayDay(earlier, session.today)}: what is logged now is of that day.{' '}
          <button type="button" className="word min-h-11" onClick={() => setEarlier(null)}>
            Now again
          </button>
        </p>
      )}
      {full && (
        <p role="alert" className="refusal">
          This device has no room left: that look is not kept. Make room on it, or write it down.
        </p>
      )}
      {scanning && <Scan onCode={(code) => find(code) && setScanning(false)} onLeave={() => setScanning(false)} />}
      {stop && !scanning && (
        <article aria-label={`${stop.code}, ${stop.tag.crop}`} className="grid gap-3">
          <p className="text-xl font-bold">
            {stop.zone} <span className="text-base font-normal soft">{stop.house}</span>
          </p>
          <Tag
            tag={stop.tag}
            count={stop.there}
            more={
              <>
                {stop.line > 1 && `line ${stop.line} · `}
                {stop.inPots
                  ? `in pots${stop.lot === null ? '' : `, lot ${stop.lot}`}`
                  : sayTrays(stop.tag.trays, stop.tag.trayKind)}
                {stop.every > 1 && ` · every ${stop.every} days`}
              </>
            }
          />
          {done[keyOf(stop)] && (
            <p className="text-leaf">
              ✓ {SEEN_WORDS[done[keyOf(stop)] as Seen]}
              <span className="soft">, logged on this walk</span>
            </p>
          )}
          {!done[keyOf(stop)] && stop.seen && stop.seen !== 'fine' && stop.lookedAt && (
            <p className="text-plum">
              Last time: {SEEN_WORDS[stop.seen].toLowerCase()}, {stop.lookedAt.slice(5, 10)}
            </p>
          )}
          {stop.wean && (
            <p className="border-l-4 pl-2 border-water">
              To be weaned: {stop.wean}.{' '}
              <Link className="word" to={`/batches/${stop.code}`}>
                Done? Enter it there
              </Link>
            </p>
          )}
          {stop.checkDue && liftButton}
          {mayLog && lifting && (
            <Lift
              key={keyOf(stop)}
              stop={stop}
              away={away}
              onKeep={(stages, trays, note) => log('fine', { stages, trays, ...(note && { note }) })}
              onLeave={() => setLifting(false)}
            />
          )}
          {mayLog && trouble === null && !lifting && (
            <>
              <button type="button" className="act-main !min-h-20 text-xl bg-leaf border-leaf" onClick={() => log('fine')}>
                Looks fine
              </button>
              <div className="grid grid-cols-2 gap-2">
                {TROUBLES.map((seen) => (
                  <button key={seen} type="button" className="act !min-h-14 text-lg" onClick={() => setTrouble(seen)}>
                    {SEEN_WORDS[seen]}
                  </button>
                ))}
              </div>
            </>
          )}
          {!stop.checkDue && liftButton}
          {mayLog && trouble !== null && (
            <Trouble
              key={`${keyOf(stop)}.${trouble}`}
              seen={trouble}
              stop={stop}
              onKeep={(more) => log(trouble, more)}
              onLeave={() => setTrouble(null)}
            />
          )}
          <div className="grid grid-cols-2 gap-2">
            <button
              type="button"
              className="act !min-h-14"
              disabled={at === 0}
              onClick={() => {
                setAt(Math.max(0, at - 1))
                setTrouble(null)
                setLifting(false)
              }}
            >
              Back
            </button>
            <button
              type="button"
              className="act !min-h-14"
              disabled={at >= stops.length - 1}
              onClick={() => {
                setAt(at + 1)
                setTrouble(null)
                setLifting(false)
              }}
            >
              Pass by
            </button>
          </div>
        </article>
      )}
      <div className="mt-6 flex flex-wrap items-center gap-2">
        <form
          className="flex grow gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            find(typed)
          }}
        >
          <input
            className="field-text !min-h-12 grow"
            aria-label="Code on the tag"
            placeholder="code on the tag"
            autoCapitalize="characters"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <button type="submit" className="act !min-h-12">
            Go
          </button>
        </form>
        {canScan() && (
          <button type="button" className="act !min-h-12" aria-expanded={scanning} onClick={() => setScanning(!scanning)}>
            Scan
          </button>
        )}
        <label className="flex min-h-12 cursor-pointer items-center gap-2">
          <input
            type="checkbox"
            className="checkbox"
            checked={all}
            onChange={() => {
              setAll(!all)
              setAt(0)
            }}
          />
          all, not only what is due
        </label>
        <label className="flex min-h-12 items-center gap-2">
          seen on
          <input
            type="date"
            className="field-text !w-44"
            value={earlier ?? session.today}
            max={session.today}
            onChange={({ target: { value } }) => setEarlier(value === '' || value >= session.today ? null : value)}
          />
        </label>
      </div>
      {missing && (
        <p role="alert" className="refusal">
          {missing}
        </p>
      )}
      {stops.length === 0 && (
        <p className="soft">
          Everything was seen in time. Tick <em>all</em> to walk the house all the same.
        </p>
      )}
    </div>
  )
}
