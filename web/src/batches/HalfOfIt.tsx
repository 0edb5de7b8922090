import { Link, useNavigate } from 'react-router'
import type { Schemas } from '../api/client'
import { post } from '../api/client'
import { useWrite } from '../api/writes'
import { say } from '../shell/Said'

/** Half of a planned batch is left untreated, as a batch of its own beside it, and both are a trial. */
export function HalfOfIt({ batch, onDone }: { batch: Schemas['Batch']; onDone: () => void }) {
  const navigate = useNavigate()
  const write = useWrite(() => post('/api/batches/{code}/half', { version: batch.version }, { code: batch.code }))
  const part = () =>
    write.mutateAsync(undefined).then(
      (trial) => {
        say(`${batch.code} is parted: half of it is left untreated.`)
        onDone()
        navigate(`/results/trials/${trial.id}`)
      },
      () => {},
    )
  return (
    <section aria-label="Try half of it" className="grid max-w-3xl gap-3">
      <p>
        Half of its trays <strong>{batch.sheet.hormone ? `with ${batch.sheet.hormone}` : 'as its sheet says'}</strong>, half
        without, side by side: the other half is planned as a batch of its own from the same plants, laid among the first by
        chance, and both are a trial. The untreated half teaches nothing about the way.
      </p>
      {write.error && (
        <p role="alert" className="refusal">
          {write.error.message}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-4">
        <button type="button" className="act-main" disabled={write.isPending} onClick={part}>
          Leave half untreated
        </button>
        <Link className="word" to={`/results/trials/new?crop=${batch.cropSlug}&batch=${batch.code}`}>
          another question
        </Link>
      </div>
    </section>
  )
}
