import { Refusal } from './refusal'

/** How long to wait before what was not answered is asked again, in milliseconds. */
const PAUSES = [500, 1000, 2000, 4000, 8000]
const STORE = 'wet-cradle.unanswered'
const NOT_SENT = 'No network: nothing was sent. What you typed is still here.'
const UNKNOWN =
  'It was sent, but no answer came: nobody can know yet whether it is kept. Press again: however often it is sent, it is kept once.'

let telling: string | null = null
const listeners = new Set<() => void>()

function tell(words: string | null) {
  telling = words
  for (const listener of listeners) listener()
}

/** What is known of a write that is on its way for longer than it should be. */
export const sendingTold = {
  subscribe: (listener: () => void) => {
    listeners.add(listener)
    return () => {
      listeners.delete(listener)
    }
  },
  now: () => telling,
}

/** A key that no other device makes. */
export const newKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('')

/** Keys of writes whose answer never came, by what was sent; kept through a refresh, so that the next press sends the same. */
const unanswered = {
  read(): Record<string, string> {
    try {
      return JSON.parse(sessionStorage.getItem(STORE) ?? '{}') as Record<string, string>
    } catch {
      return {}
    }
  },
  write(keys: Record<string, string>) {
    try {
      sessionStorage.setItem(STORE, JSON.stringify(keys))
    } catch {
      // A device that keeps nothing is worked with all the same.
    }
  },
  note(what: string, key: string | null) {
    const { [what]: _, ...others } = this.read()
    this.write(key === null ? others : { ...others, [what]: key })
  },
}

/** What is sent, in short: the same is named the same. */
async function nameOf(request: Request): Promise<string> {
  const told = `${request.method} ${request.url} ${await request.clone().text()}`
  let [one, other] = [0x811c9dc5, 0x01000193]
  for (let i = 0; i < told.length; i++) {
    one = Math.imul(one ^ told.charCodeAt(i), 0x01000193)
    other = Math.imul(other + told.charCodeAt(i), 0x9e3779b1) ^ (other >>> 15)
  }
  return `${(one >>> 0).toString(16)}${(other >>> 0).toString(16)}-${told.length}`
}

const pause = (time: number) => new Promise((done) => setTimeout(done, time))

/** Nobody was there to answer, or only what stands before the server. */
const isNoAnswer = (status: number) => status === 502 || status === 503 || status === 504 || status === 429

/** Answers read last, by their address: in this page's memory alone, so that nothing of it stays on the device. */
const read = new Map<string, { mark: string; words: string }>()
const READ_AT_MOST = 24

/** Nobody reads on what another has read. */
export const forgetRead = () => read.clear()

/** Asks with the mark of what it knows; where that is still so, the server need not say it again. */
async function ask(request: Request): Promise<Response> {
  const known = read.get(request.url)
  if (known) request.headers.set('If-None-Match', known.mark)
  // Without a mark it is asked as the page itself asks for what it knows it will need: then that answer is taken.
  const got = await fetch(known ? request : new Request(request.url, { signal: request.signal }))
  if (got.status === 304 && known) return new Response(known.words, { headers: { 'Content-Type': 'application/json' } })
  const mark = got.headers.get('ETag')
  if (!got.ok || !mark) return got
  const words = await got.text()
  read.delete(request.url)
  read.set(request.url, { mark, words })
  for (const oldest of [...read.keys()].slice(0, -READ_AT_MOST)) read.delete(oldest)
  return new Response(words, { status: got.status, headers: got.headers })
}

/**
 * Sends a request. A write carries a key, and is sent again with it where no answer came: the server keeps it once and answers
 * as it did the first time. What can be known is said meanwhile.
 */
export async function send(request: Request): Promise<Response> {
  if (request.method === 'GET') return ask(request)
  // Mostly nothing is unanswered: then it goes out at once, before the page can be left.
  const keys = unanswered.read()
  const name = nameOf(request)
  const before = Object.keys(keys).length === 0 ? undefined : keys[await name]
  const key = before ?? newKey()
  const wasSent = { yes: before !== undefined }
  request.headers.set('Idempotency-Key', key)
  try {
    for (let i = 0; ; i++) {
      const last = i >= PAUSES.length
      if (globalThis.navigator?.onLine === false && (last || !wasSent.yes))
        throw new Refusal('offline', '', wasSent.yes ? UNKNOWN : NOT_SENT)
      try {
        const got = await fetch(request.clone())
        if (!isNoAnswer(got.status) || last) {
          if (!isNoAnswer(got.status) && wasSent.yes) unanswered.note(await name, null)
          return got
        }
        tell('Others are writing just now. Asking again.')
      } catch (lost) {
        if (request.signal.aborted) throw lost
        wasSent.yes = true
        unanswered.note(await name, key)
        if (last) throw new Refusal('offline', '', UNKNOWN)
        tell('Sent; no answer yet. Asking again.')
      }
      await pause(PAUSES[i] ?? 0)
    }
  } finally {
    tell(null)
  }
}
