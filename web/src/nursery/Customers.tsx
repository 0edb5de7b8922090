import { post, put, type Typed } from '../api/client'
import { useCustomers } from '../api/queries'
import { useWrite } from '../api/writes'
import { ChangeButton, useOpening } from '../forms/Opening'
import { PlainForm } from '../forms/PlainForm'
import { TakeOut } from '../forms/TakeOut'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { plural } from '../words'

/** Who orders: entered with an order, called otherwise here. */
export function Customers() {
  const { mayPlan, mayOrder } = useShown()
  const { data } = useCustomers()
  const opening = useOpening<number>()
  const rename = useWrite(({ id, ...body }: { id: number; name: string; was: string; join: boolean }) =>
    put('/api/customers/{id}', body, { id }),
  )
  const part = useWrite((joined: Typed<'post', '/api/customers/part'>) => post('/api/customers/part', joined))
  if (!data || data.customers.length === 0) return null
  return (
    <section aria-label="Customers">
      <div className="flex items-baseline gap-4">
        <h2 className="mt-10 mb-2">Customers</h2>
        <AsTable
          name="customers"
          heads={['customer', 'orders']}
          rows={() => data.customers.map((one) => [one.name, one.orders])}
        />
      </div>
      <ul className="max-w-3xl">
        {data.customers.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-4 border-t py-2 border-stone-wash">
            <span className="w-64">{one.name}</span>
            <span className="grow soft">{plural(one.orders, 'order')}</span>
            {mayOrder && (
              <span className="flex flex-wrap items-baseline gap-x-4">
                <ChangeButton name={one.name} isOpen={opening.is(one.id)} onToggle={() => opening.toggle(one.id)} />
                {mayPlan && <TakeOut record="customer" id={one.id} name={one.name} />}
              </span>
            )}
            {opening.is(one.id) && (
              <div className="sheet mt-2 w-full p-3">
                <PlainForm
                  key={one.name}
                  title={`Change ${one.name}`}
                  entries={[
                    { name: 'name', label: 'Name', start: one.name },
                    {
                      name: 'join',
                      label: 'Where there is one of that name',
                      start: 'no',
                      choices: [
                        { value: 'no', words: 'they stay two' },
                        { value: 'yes', words: 'they are one: its orders go there' },
                      ],
                    },
                  ]}
                  button="Keep"
                  send={async ({ name, join }) => {
                    const { joined } = await rename.mutateAsync({ id: one.id, name, was: one.name, join: join === 'yes' })
                    if (joined) say(`${one.name} and ${name} are one now.`, () => part.mutateAsync(joined))
                    else say(`${one.name} is ${name} now.`)
                    opening.close()
                  }}
                />
              </div>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
