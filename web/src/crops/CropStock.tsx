import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { sayTaken } from '../forms/TakeOut'
import { useShown } from '../shell/week'

/** The crop itself: its name, and whether it can be taken away. */
export function CropStock({ crop }: { crop: Schemas['CropPage'] }) {
  const { mayPlan } = useShown()
  const used = crop.sheets.reduce((sum, way) => sum + way.used, 0)
  const remove = useWrite(() => answer(api.DELETE('/api/crops/{slug}', { params: { path: { slug: crop.slug } } })))
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Stock</h2>
      <p>
        <Link className="word" to={`/stock?crop=${crop.slug}`}>
          Its stock blocks
        </Link>{' '}
        and{' '}
        <Link className="word" to="/batches">
          all batches
        </Link>
      </p>
      {mayPlan && used === 0 && (
        <p className="mt-3">
          <button
            type="button"
            className="act"
            onClick={() =>
              remove.mutateAsync(undefined).then(
                ({ taken }) => {
                  sayTaken(crop.name, taken)
                  history.back()
                },
                () => undefined,
              )
            }
          >
            Take this crop away
          </button>
          {remove.error && (
            <span role="alert" className="refusal block">
              {remove.error.message}
            </span>
          )}
        </p>
      )}
    </section>
  )
}
