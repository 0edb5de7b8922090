import type { Schemas } from '../api/client'
import { useBatch } from '../api/queries'
import { WeanForm } from '../course/Weaning'
import { CheckForm } from './CheckForm'
import { CountForm } from './CountForm'
import { StickForm } from './StickForm'

/** The form for a piece of work, wherever the batch is met. */
export function WorkPanel({
  code,
  work,
  line,
  onDone,
}: {
  code: string
  work: Schemas['Thing']['job']
  line: number
  onDone: () => void
}) {
  const { data: batch } = useBatch(code)
  if (!batch) return null
  if (work === 'stick') return <StickForm batch={batch} onDone={onDone} />
  if (work === 'wean') return <WeanForm batch={batch} onDone={onDone} />
  if (work === 'check') return <CheckForm batch={batch} line={line} onDone={onDone} />
  return <CountForm batch={batch} line={line} onDone={onDone} />
}
