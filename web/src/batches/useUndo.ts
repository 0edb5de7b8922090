import type { Batch } from '../api/client'
import { useAct } from '../api/writes'
import { say } from '../shell/Said'

/** Says what was just done to a batch, with Undo beside it; the batch's own page keeps the Undo after that. */
export function useSayDone(code: string) {
  const undo = useAct(code, 'undo')
  return (batch: Batch, words: string) => {
    const act = batch.acts[0]
    say(words, act ? () => undo.mutateAsync({ act: act.id }) : undefined)
  }
}
