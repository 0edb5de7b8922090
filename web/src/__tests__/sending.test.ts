// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { forgetRead, newKey, send, sendingTold } from '../api/sending'

type Answer = Response | 'lost'

/** A server that answers one after the other, and keeps the keys with which it was asked. */
function answering(...answers: Answer[]) {
  const keys: (string | null)[] = []
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      keys.push(request.headers.get('Idempotency-Key'))
      const next = answers.shift() ?? 'lost'
      if (next === 'lost') throw new TypeError('Failed to fetch')
      return next
    }),
  )
  return keys
}

const order = (plants: number, method = 'POST') =>
  new Request('app://nursery/api/wanted', method === 'GET' ? {} : { method, body: JSON.stringify({ plants }) })
const ok = () => new Response('{}', { status: 201 })

beforeEach(() => {
  vi.useFakeTimers()
  sessionStorage.clear()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

async function come<T>(sent: Promise<T>): Promise<T> {
  const settled = sent.catch((error: unknown) => error as T)
  await vi.runAllTimersAsync()
  return settled
}

describe('a write', () => {
  it('carries a key of its own', async () => {
    const keys = answering(ok(), ok())
    await come(send(order(40)))
    await come(send(order(40)))
    expect(keys.every((key) => /^[0-9a-f]{32}$/.test(key ?? ''))).toBe(true)
    expect(keys[0]).not.toBe(keys[1])
    expect(newKey()).not.toBe(newKey())
  })

  it('is sent again with its key where no answer came, and what is known is said', async () => {
    const keys = answering('lost', ok())
    const told: (string | null)[] = []
    const leave = sendingTold.subscribe(() => told.push(sendingTold.now()))
    expect((await come(send(order(40)))).status).toBe(201)
    leave()
    expect(new Set(keys).size).toBe(1)
    expect(keys).toHaveLength(2)
    expect(told).toEqual(['Sent; no answer yet. Asking again.', null])
  })

  it('that stays unanswered is sent with the same key when it is pressed again, also after a refresh', async () => {
    const lost: Answer[] = Array.from({ length: 6 }, () => 'lost')
    const first = answering(...lost)
    expect(String(await come(send(order(40))))).toContain('nobody can know yet whether it is kept')
    const again = answering(ok(), ok())
    await come(send(order(41)))
    expect((await come(send(order(40)))).status).toBe(201)
    expect(again[0]).not.toBe(first[0])
    expect(again[1]).toBe(first[0])
    const after = answering(ok())
    await come(send(order(40)))
    expect(after[0]).not.toBe(first[0])
  })

  it('waits while others write, and comes back with what the server says in the end', async () => {
    const busy = () => new Response('{"error":{}}', { status: 503 })
    const keys = answering(busy(), busy(), ok())
    expect((await come(send(order(40)))).status).toBe(201)
    expect(new Set(keys).size).toBe(1)
    answering(...Array.from({ length: 6 }, busy))
    expect((await come(send(order(42)))).status).toBe(503)
  })

  it('that is refused is not sent again', async () => {
    const keys = answering(new Response('{"error":{}}', { status: 422 }))
    expect((await come(send(order(40)))).status).toBe(422)
    expect(keys).toHaveLength(1)
  })

  it('is not said to be sent where there is no network', async () => {
    const keys = answering(ok())
    vi.stubGlobal('navigator', { onLine: false })
    expect(String(await come(send(order(40))))).toContain('nothing was sent')
    expect(keys).toHaveLength(0)
  })
})

describe('a question', () => {
  it('carries no key and is asked once', async () => {
    const keys = answering('lost')
    await expect(send(order(0, 'GET'))).rejects.toThrow('Failed to fetch')
    expect(keys).toEqual([null])
  })

  it('is asked with the mark of what is known, and what is still so is not said again', async () => {
    const marks: (string | null)[] = []
    const says = [
      () => new Response('{"plants":40}', { headers: { ETag: '"a"' } }),
      () => new Response(null, { status: 304 }),
      () => new Response('{"plants":41}', { headers: { ETag: '"b"' } }),
      () => new Response('{"error":{}}', { status: 503, headers: { ETag: '"c"' } }),
      () => new Response(null, { status: 304 }),
      () => new Response('{"plants":42}'),
    ]
    vi.stubGlobal(
      'fetch',
      vi.fn(async (request: Request) => {
        marks.push(request.headers.get('If-None-Match'))
        return says[marks.length - 1]?.()
      }),
    )
    const plants = async () => {
      const got = await send(order(0, 'GET'))
      return got.ok ? ((await got.json()) as { plants: number }).plants : got.status
    }
    expect([await plants(), await plants(), await plants(), await plants(), await plants()]).toEqual([40, 40, 41, 503, 41])
    forgetRead()
    expect(await plants()).toBe(42)
    expect(marks).toEqual([null, '"a"', '"a"', '"b"', '"b"', null])
  })
})
