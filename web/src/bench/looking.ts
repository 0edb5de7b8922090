import { useCallback, useEffect, useRef, useState } from 'react'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { isItsTurnLater } from '../api/queries'
import { useShown } from '../shell/week'

type Found = Schemas['Fill']
/** `waits` for the work of somebody else. */
type Look = { stopped: boolean; waits: boolean }
type Asked = { stage: 'rooting' | 'weaning' | 'potted'; mayPart: boolean; mayMove: boolean; spaced: boolean }

/** Rounds without a gain after which looking on is no use. */
const PATIENCE = 4
/** Milliseconds after which it is asked again whose turn it is. */
const ASKS_AGAIN = 1500

/** Looks for a better filling, round after round, until nothing better is found, or it is stopped: then the round ends with what it has by then. */
export function useLooking(asked: Asked) {
  const { session } = useShown()
  const [found, setFound] = useState<Found | null>(null)
  const [foundWith, setFoundWith] = useState('')
  const [rounds, setRounds] = useState(0)
  const [state, setState] = useState<'idle' | 'looking' | 'stopping'>('idle')
  const [refused, setRefused] = useState<string | null>(null)
  const [waits, setWaits] = useState<string | null>(null)
  /** What is looked for just now; what comes back of another look is of no use any more. */
  const now = useRef<Look | null>(null)

  const account = session.account?.id
  const drop = useCallback(() => {
    const look = now.current
    now.current = null
    // Whether it could be told or not, nobody waits for it any more.
    if (look) end(look, account).catch(() => undefined)
  }, [account])
  useEffect(() => drop, [drop])

  const clear = () => {
    drop()
    setState('idle')
    setWaits(null)
    setFound(null)
    setRounds(0)
    setRefused(null)
  }
  const stop = () => {
    if (!now.current) return
    setState('stopping')
    end(now.current, account).catch((error: Error) => setRefused(error.message))
  }
  const look = async () => {
    const me: Look = { stopped: false, waits: false }
    now.current = me
    setState('looking')
    setRefused(null)
    let best = found
    let without = 0
    try {
      for (let round = rounds + 1; !me.stopped && without < PATIENCE; round += 1) {
        const body = { ...asked, round, before: best?.plan ?? [] }
        const one = await inTurn(() => answer(api.POST('/api/bench/fill', { body })), me, setWaits)
        if (one === null || now.current !== me) break
        setWaits(null)
        without = best && one.score >= best.score ? without + 1 : 0
        if (!best || one.score < best.score) best = one
        setFound(best)
        setFoundWith(JSON.stringify(asked))
        setRounds(round)
        if (!one.more) break
      }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      if (now.current === me) setRefused(error.message)
    } finally {
      if (now.current === me) {
        now.current = null
        setState('idle')
        setWaits(null)
      }
    }
  }
  // Parted and moved, more may be found of what could not be better otherwise.
  const isDone = found !== null && !found.more && foundWith === JSON.stringify(asked)
  return { found, rounds, state, refused, waits, isDone, look, stop, clear }
}

/** What runs on the server ends if it is theirs: what others have running is not theirs to stop. */
async function end(look: Look, account: number | undefined) {
  look.stopped = true
  if (look.waits) return
  const { running } = await answer(api.GET('/api/long'))
  if (running && running.account === account) await answer(api.POST('/api/long/stop', {}))
}

/** Where others have long work done, it waits for its turn, unless it is stopped. */
async function inTurn(ask: () => Promise<Found>, look: Look, says: (waits: string) => void): Promise<Found | null> {
  while (!look.stopped) {
    try {
      look.waits = false
      return await ask()
    } catch (error) {
      if (!isItsTurnLater(error)) throw error
      look.waits = true
      says((error as Refusal).message)
      await new Promise((later) => setTimeout(later, ASKS_AGAIN))
    }
  }
  return null
}
