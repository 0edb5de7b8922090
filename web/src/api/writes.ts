import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, api, type Batch, post, type Refusal, type Schemas, type Typed } from './client'

/** Going back to a kept version of the plan, with all batches or only some. */
export const useBack = (done?: (changed: number) => void) =>
  useSeenWrite(
    ({ id, batches }: { id: number; batches?: Schemas['SeenBatches'] }) =>
      answer(api.POST('/api/plan/versions/{id}/back', { params: { path: { id } }, body: { batches } })),
    (back) => done?.(back.changed),
  )

/** Not who is here, and not what was asked of a form that is now done. */
const SHOWN = {
  predicate: ({ queryKey }: { queryKey: readonly unknown[] }) =>
    !['session', 'judged', 'count-tried'].includes(String(queryKey[0])),
}

/** A write; all that is shown is asked for anew afterwards, since one act moves many figures. */
export function useWrite<I, O>(
  write: (input: I) => Promise<O>,
  done?: (output: O) => void,
  refused?: (refusal: Refusal) => Promise<unknown>,
) {
  const client = useQueryClient()
  return useMutation<O, Refusal, I>({
    mutationFn: write,
    onSuccess: async (output) => {
      await client.invalidateQueries(SHOWN)
      done?.(output)
    },
    onError: refused,
  })
}

/** A write to what was seen; where somebody changed it meanwhile, all is asked for anew, so that the next try starts from there. */
export function useSeenWrite<I, O>(write: (input: I) => Promise<O>, done?: (output: O) => void) {
  const client = useQueryClient()
  return useWrite(write, done, async (refusal) => {
    if (refusal.code === 'changed_meanwhile') await client.invalidateQueries(SHOWN)
  })
}

/**
 * What was chosen and is not kept yet. It stands from the press on, until the answer is there: a write says that it is
 * under way only a moment after the press, and until then a box would jump back.
 */
export function useChosen<T>(): [T | null, (chosen: T, kept: Promise<unknown>) => void] {
  const [chosen, choose] = useState<T | null>(null)
  const settled = (value: T) => choose((now) => (now === value ? null : now))
  return [
    chosen,
    (value, kept) => {
      choose(value)
      kept.then(
        () => settled(value),
        () => settled(value),
      )
    },
  ]
}

/** An act on a batch, by the name of its address. */
export function useAct<
  A extends 'stick' | 'checks' | 'count' | 'lose' | 'split' | 'merge' | 'change-method' | 'move-on' | 'undo',
>(code: string, act: A, done?: (batch: Batch) => void) {
  return useWrite(
    (body: Typed<'post', `/api/batches/{code}/${A}`>): Promise<Batch> =>
      post(`/api/batches/{code}/${act}`, body, { code } as never),
    done,
  )
}

/** A step of a batch's weaning, taken, put off, or as it is planned; with the version of the batch that was seen. */
export const useWeaning = (code: string) =>
  useSeenWrite((body: Typed<'post', '/api/batches/{code}/weaning'>) => post('/api/batches/{code}/weaning', body, { code }))

/** An act on a lot, by the name of its address. */
export function useLotAct<A extends 'steps' | 'lose' | 'grow' | 'send' | 'pot-on' | 'join' | 'part' | 'hold' | 'undo'>(
  code: string,
  act: A,
  done?: (lot: Schemas['Lot']) => void,
) {
  return useSeenWrite(
    (body: Typed<'post', `/api/lots/{code}/${A}`>): Promise<Schemas['Lot']> =>
      post(`/api/lots/{code}/${act}`, body, { code } as never),
    done,
  )
}

/** A week that the potting of a batch is given, none where it is potted when it is due; and the version of the batch that was seen. */
interface WeekGiven {
  code: string
  version: number
  week: string | null
}

/** Weeks that potting is given, all or none; the answer says what they were, in which it is undone. */
export const usePottingWeeks = (done?: (given: { before: WeekGiven[] }) => void) =>
  useSeenWrite(
    (moves: WeekGiven[]) => answer(api.POST('/api/potting/weeks', { body: { moves } })),
    (given) => done?.(given),
  )

/** Moves of batches, all or none; what the plan was is kept, so that it can be undone. */
export const useMoves = (done?: (moved: { version: number; batches: Schemas['SeenBatches'] }) => void) =>
  useSeenWrite(
    (body: { moves: Schemas['Move'][]; why: string }) => answer(api.POST('/api/plan/moves', { body })),
    (made) => done?.(made),
  )
