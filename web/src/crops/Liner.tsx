import { useState } from 'react'
import { put, type Schemas, type Typed } from '../api/client'
import { useWrite } from '../api/writes'
import { PlainForm } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { plural } from '../words'

/** What a bought-in liner costs and how long it takes to come: the other way to have plants. */
export function Liner({ crop }: { crop: Schemas['CropPage'] }) {
  const { session, mayPlan } = useShown()
  const [changing, setChanging] = useState(false)
  const write = useWrite((body: Typed<'put', '/api/crops/{slug}/liner'>) =>
    put('/api/crops/{slug}/liner', body, { slug: crop.slug }),
  )
  const { price, weeks } = crop.liner
  return (
    <section aria-label="Bought-in liners" className="mt-4">
      <p className="flex flex-wrap items-center gap-x-3">
        <span>
          {price === null
            ? 'No price of a bought-in liner is entered.'
            : `A bought-in liner costs ${session.nursery?.currency ?? ''}${price.toFixed(2)}, with ${plural(weeks, 'week')} of notice.`}
        </span>
        {mayPlan && (
          <button type="button" className="act" aria-expanded={changing} onClick={() => setChanging(!changing)}>
            {changing ? 'Close' : 'Change'}
          </button>
        )}
      </p>
      {changing && (
        <div className="sheet mt-2 p-4">
          <PlainForm
            title="Bought-in liners"
            button="Keep"
            entries={[
              {
                name: 'price',
                label: 'Price of one',
                hint: 'empty: nobody sells them',
                kind: 'number',
                start: price === null ? '' : String(price),
              },
              { name: 'weeks', label: 'Weeks of notice', kind: 'number', start: String(weeks) },
            ]}
            send={async (body) => {
              await write.mutateAsync({
                version: crop.version,
                price: body.price === '' ? null : body.price,
                weeks: body.weeks,
              })
              say('Kept.')
              setChanging(false)
            }}
          />
        </div>
      )}
    </section>
  )
}
