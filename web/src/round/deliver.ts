import { answer, api, Refusal } from '../api/client'
import { dropLook, type Look, looksKept, putLook } from './device'

let sending: Promise<void> | null = null

/** What the server is told of a look. */
export const bodyOf = ({ key, code, line, seen, share, culled, note, photo, stages, trays, at, on }: Look) => ({
  key,
  code,
  line,
  seen,
  at,
  ...(on && { on }),
  ...(share !== undefined && { share }),
  ...(culled && { culled }),
  ...(note && { note }),
  ...(photo && { photo }),
  ...(stages && { stages, trays: trays ?? 1 }),
})

/** How long after so many tries it is sent again, in milliseconds: at first soon, then every ten minutes. */
const pauseAfter = (tries: number) => Math.min(600_000, 5000 * 2 ** tries)

/** What the server cannot do just now, or could not do with this one: nobody has to settle that. */
const isForLater = ({ status }: Refusal) => status !== undefined && (status >= 500 || status === 429)

async function sendInOrder(by: number): Promise<void> {
  for (const look of await looksKept()) {
    if (look.refused || look.n === undefined || (look.by && look.by.id !== by) || (look.after ?? 0) > Date.now()) continue
    try {
      await answer(api.POST('/api/round/looks', { body: bodyOf(look) }))
      await dropLook(look.n)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      // Without a network, or at a door that is shut, all that follows waits too.
      if (error.code === 'offline' || error.code === 'not_signed_in') return
      const tries = (look.tries ?? 0) + 1
      if (isForLater(error)) await putLook({ ...look, tries, after: Date.now() + pauseAfter(tries) })
      else await putLook({ ...look, refused: error.message })
    }
  }
}

/** Sends what this person saw and waits, one after the other; called while it sends, it is the same sending. */
export function sendLooks(by: number): Promise<void> {
  sending ??= sendInOrder(by).finally(() => {
    sending = null
  })
  return sending
}
