import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '../api/client'
import { newKey } from '../api/sending'
import { bodyOf, sendLooks } from '../round/deliver'
import { addLook, dropLook, keep, kept, type Look, looksKept } from '../round/device'

const look = (code: string, over: Partial<Look> = {}): Look => ({
  key: newKey(),
  code,
  line: 1,
  crop: 'Catmint',
  seen: 'fine',
  at: '2027-05-12T07:30:00',
  ...over,
})

/** A server that answers one request after the other as told: a number is a status, 'gone' no answer at all. */
function server(...answers: (number | 'gone')[]) {
  const asked: { code: string; key: string }[] = []
  vi.spyOn(api, 'POST').mockImplementation((async (_path: string, { body }: { body: { code: string; key: string } }) => {
    asked.push(body)
    const next = answers.shift() ?? 201
    if (next === 'gone') throw new TypeError('no network')
    const response = new Response(null, { status: next })
    return next < 300
      ? { data: { state: 'kept' }, response }
      : {
          error: {
            error: {
              code: next === 401 ? 'not_signed_in' : 'more_than_there_are',
              field: 'culled',
              message: 'By the book only 1 still stands.',
            },
          },
          response,
        }
  }) as never)
  return asked
}

describe('looks on the device', () => {
  beforeEach(async () => {
    for (const one of await looksKept()) await dropLook(one.n ?? 0)
  })
  afterEach(() => vi.restoreAllMocks())

  it('are sent one after the other in their order, and gone when the server has them', async () => {
    const asked = server()
    for (const code of ['A', 'B', 'C']) await addLook(look(code))
    await sendLooks(1)
    expect(asked.map((one) => one.code)).toEqual(['A', 'B', 'C'])
    expect(await looksKept()).toEqual([])
  })

  it('wait, all of them, when the network goes in between; the same keys are sent again', async () => {
    const first = server(201, 'gone')
    for (const code of ['A', 'B', 'C']) await addLook(look(code))
    await sendLooks(1)
    expect((await looksKept()).map((one) => one.code)).toEqual(['B', 'C'])
    const second = server()
    await sendLooks(1)
    expect(second.map((one) => one.code)).toEqual(['B', 'C'])
    expect(second[0]?.key).toBe(first[1]?.key)
  })

  it('that the server refuses are kept with its reason, and those after them are sent', async () => {
    server(422, 201)
    await addLook(look('A', { seen: 'rot', culled: 9 }))
    await addLook(look('B'))
    await sendLooks(1)
    const left = await looksKept()
    expect(left.map((one) => [one.code, one.refused])).toEqual([['A', 'By the book only 1 still stands.']])
    const asked = server()
    await sendLooks(1)
    expect(asked, 'A person settles it, not the device.').toEqual([])
  })

  it('that the server cannot take just now are sent again later, and do not hold up those behind them', async () => {
    vi.useFakeTimers({ toFake: ['Date'] })
    try {
      for (const status of [503, 429, 500]) {
        const asked = server(status, 201)
        await addLook(look('A'))
        await addLook(look('B'))
        await sendLooks(1)
        expect(asked.map((one) => one.code)).toEqual(['A', 'B'])
        const [left] = await looksKept()
        expect([left?.code, left?.refused, left?.tries]).toEqual(['A', undefined, 1])
        expect(server()).toEqual([])
        await sendLooks(1)
        expect(await looksKept(), 'Not before its time.').toHaveLength(1)
        vi.setSystemTime(Date.now() + 11_000)
        const again = server(status)
        await sendLooks(1)
        expect(again[0]?.key).toBe(asked[0]?.key)
        const [later] = await looksKept()
        expect((later?.after ?? 0) - Date.now(), 'The second pause is longer.').toBe(20_000)
        vi.setSystemTime(Date.now() + 21_000)
        server(201)
        await sendLooks(1)
        expect(await looksKept()).toEqual([])
      }
    } finally {
      vi.useRealTimers()
    }
  })

  it('of another person wait until that one is here', async () => {
    const asked = server()
    await addLook(look('A', { by: { id: 2, name: 'Bo' } }))
    await addLook(look('B', { by: { id: 1, name: 'Ines' } }))
    await addLook(look('C'))
    await sendLooks(1)
    expect(asked.map((one) => one.code)).toEqual(['B', 'C'])
    await sendLooks(2)
    expect(asked.map((one) => one.code)).toEqual(['B', 'C', 'A'])
  })

  it('wait at a door that is shut', async () => {
    server(401)
    await addLook(look('A'))
    await sendLooks(1)
    expect((await looksKept()).map((one) => one.refused)).toEqual([undefined])
  })

  it('are not sent twice when sending is asked for twice at once', async () => {
    const asked = server()
    await addLook(look('A'))
    await Promise.all([sendLooks(1), sendLooks(1)])
    expect(asked.length).toBe(1)
  })

  it('say only what was seen', () => {
    const { key, ...told } = bodyOf(look('A', { n: 4, culled: 0, refused: 'no' }))
    expect(key).toHaveLength(32)
    expect(told).toEqual({ code: 'A', line: 1, seen: 'fine', at: '2027-05-12T07:30:00' })
    expect(bodyOf(look('A', { culled: 2, share: 0.1, note: 'x', photo: 'y' }))).toMatchObject({
      culled: 2,
      share: 0.1,
      note: 'x',
      photo: 'y',
    })
  })

  it('leave room for what else is kept', async () => {
    await keep('walk', { day: '2027-05-12' })
    expect(await kept('walk')).toEqual({ day: '2027-05-12' })
    expect(await kept('nothing')).toBeUndefined()
  })
})
