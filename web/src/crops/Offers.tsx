import { put, type Way } from '../api/client'
import { useSeenWrite } from '../api/writes'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

/** What was learnt of a way since its sheet was written, and putting it on the sheet: nothing changes by itself. */
export function Offers({ way }: { way: Way }) {
  const { mayPlan } = useShown()
  const keep = useSeenWrite((offer: Way['offers'][number]) =>
    put(
      '/api/ways/{id}',
      { version: way.version, name: way.name, why: offer.words, sheet: { ...way.sheet, ...offer.change } },
      { id: way.id },
    ),
  )
  if (way.offers.length === 0 && way.steps.length === 0) return null
  return (
    <section aria-label="What was learnt of it" className="sheet p-4">
      <ul className="grid gap-2">
        {way.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
        {way.offers.map((offer) => (
          <li key={offer.what} className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <span className="min-w-0 grow basis-80">{offer.words}</span>
            {mayPlan && (
              <button
                type="button"
                className="act"
                disabled={keep.isPending}
                onClick={() =>
                  keep.mutateAsync(offer).then(
                    () => say('It is on the sheet, as a new version.'),
                    () => undefined,
                  )
                }
              >
                {offer.what === 'trust' ? 'Let batches speak sooner' : 'Put it on the sheet'}
              </button>
            )}
          </li>
        ))}
      </ul>
      {keep.error && (
        <p role="alert" className="refusal">
          {keep.error.message}
        </p>
      )}
    </section>
  )
}
