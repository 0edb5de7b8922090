import { answer, api, Refusal } from '../api/client'
import { dropLook, type Look, looksKept, putLook } from './device'

let sending: Promise<void> | null = null

/** What the server is told of a look. */
export const bodyOf = ({ key, code, line, seen, share, culled, note, photo, stages, at }: Look) => ({
  key,
  code,
  line,
  seen,
  at,
  ...(share !== undefined && { share }),
  ...(culled && { culled }),
  ...(note && { note }),
  ...(photo && { photo }),
  ...(stages && { stages }),
})

async function sendInOrder(): Promise<void> {
  for (const look of await looksKept()) {
    if (look.refused || look.n === undefined) continue
    try {
      await answer(api.POST('/api/round/looks', { body: bodyOf(look) }))
      await dropLook(look.n)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      // Without a network, or at a door that is shut, all that follows waits too, so that the order stays.
      if (error.code === 'offline' || error.code === 'failed' || error.code === 'not_signed_in') return
      await putLook({ ...look, refused: error.message })
    }
  }
}

/** Sends what waits, one after the other; called while it sends, it is the same sending. */
export function sendLooks(): Promise<void> {
  sending ??= sendInOrder().finally(() => {
    sending = null
  })
  return sending
}

const WIDEST = 1024
const MOST = 170_000

/** A picture drawn anew, small enough to be sent, without what the camera wrote into it. */
export async function pictureOf(file: Blob): Promise<string> {
  const bitmap = await createImageBitmap(file)
  for (let wide = Math.min(WIDEST, bitmap.width); ; wide = Math.round(wide * 0.7)) {
    const canvas = document.createElement('canvas')
    canvas.width = wide
    canvas.height = Math.round((bitmap.height * wide) / bitmap.width)
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
    const drawn = canvas.toDataURL('image/jpeg', 0.72).split(',')[1] ?? ''
    if (drawn.length <= MOST || wide < 200) return drawn
  }
}
