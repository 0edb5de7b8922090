import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { clearly } from '../forms/number'
import { AddButton, ChangeButton, useKeeping, useOpening } from '../forms/Opening'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { TakeOut } from '../forms/TakeOut'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { TraceLink } from '../shell/TraceLink'
import { useShown } from '../shell/week'
import { sayDay, sayPpm } from '../words'

type Hormone = Schemas['Hormone']

const stockEntries = (stock: Hormone | null) =>
  [
    { name: 'name', label: 'Name', start: stock?.name, hint: 'as it stands on the shelf' },
    { name: 'what', label: 'Hormone', start: stock?.what ?? 'IBA', hint: 'IBA, NAA, or what the label says' },
    {
      name: 'kind',
      label: 'Powder or liquid',
      start: stock?.kind ?? 'powder',
      choices: [
        { value: 'powder', words: 'powder' },
        { value: 'liquid', words: 'liquid' },
      ],
    },
    {
      name: 'form',
      label: 'The label counts',
      start: stock?.form ?? 'acid',
      choices: [
        { value: 'acid', words: 'the acid' },
        { value: 'salt', words: 'the potassium salt' },
      ],
    },
    {
      name: 'ppm',
      label: 'Strength, ppm',
      kind: 'number',
      start: stock ? String(stock.ppm) : '',
      hint: '1 % is 10 000 ppm',
      also: (ppm: number) => `${clearly(ppm)} ppm = ${clearly(ppm / 10_000)} %`,
    },
    { name: 'madeOn', label: 'Made on', kind: 'day', start: stock?.madeOn ?? '' },
    { name: 'keepsUntil', label: 'Keeps until', kind: 'day', start: stock?.keepsUntil ?? '' },
  ] as const satisfies readonly Entry[]

/** The hormones on the shelf, with what their labels say; what is old is thrown away, and can be fetched back. */
export function Shelf({ stocks }: { stocks: Hormone[] }) {
  const { session, mayPlan } = useShown()
  const opening = useOpening<number | 'new'>()
  const keep = useKeeping('/api/dips/stocks', opening.close)
  const discard = useWrite(({ id, discarded }: { id: number; discarded: boolean }) =>
    answer(api.POST('/api/dips/stocks/{id}/discard', { params: { path: { id } }, body: { discarded } })),
  )
  const form = (stock: Hormone | null) => (
    <div className="sheet mt-2 w-full p-3">
      <PlainForm
        key={stock ? `${stock.id}.${stock.version}` : 'new'}
        title={stock ? `Change ${stock.name}` : 'A new hormone'}
        entries={stockEntries(stock)}
        button="Keep"
        send={async (typed) => {
          const { madeOn, keepsUntil, ...rest } = typed
          const body = { ...rest, ...(madeOn !== '' && { madeOn }), ...(keepsUntil !== '' && { keepsUntil }) }
          await keep.mutateAsync({ of: stock, body })
        }}
      />
    </div>
  )
  return (
    <section aria-label="On the shelf" className="mt-8 max-w-5xl">
      <div className="flex items-baseline gap-4">
        <h2>On the shelf</h2>
        {stocks.length > 0 && (
          <AsTable
            name="hormones"
            heads={['name', 'what', 'kind', 'form', 'ppm', 'ppm of acid', 'made on', 'keeps until', 'thrown away']}
            rows={() =>
              stocks.map((one) => [
                one.name,
                one.what,
                one.kind,
                one.form,
                one.ppm,
                one.acidPpm,
                one.madeOn,
                one.keepsUntil,
                one.discardedOn,
              ])
            }
          />
        )}
      </div>
      <ul>
        {stocks.map((stock) => (
          <li key={stock.id} className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-t py-2 border-stone-wash">
            <span className={`w-56 font-bold ${stock.discardedOn ? 'line-through' : ''}`}>{stock.name}</span>
            <span className="w-24">
              {stock.what} {stock.kind}
            </span>
            <span className="w-64">
              {stock.words}
              {stock.form === 'salt' && (
                <span className="block text-sm soft">
                  {stock.salt
                    ? `as salt: worth ${sayPpm(stock.acidPpm)} of acid, ${stock.salt.factor.toFixed(4)} g of salt to 1 g`
                    : 'as salt'}
                </span>
              )}
            </span>
            <span className={`grow text-sm ${stock.isOld ? 'text-plum' : ''}`}>
              {stock.discardedOn
                ? `thrown away ${sayDay(stock.discardedOn, session.today)}`
                : stock.keepsUntil &&
                  (stock.isOld
                    ? `too old since ${sayDay(stock.keepsUntil, session.today)}`
                    : `keeps until ${sayDay(stock.keepsUntil, session.today)}`)}
            </span>
            {mayPlan && (
              <span className="flex flex-wrap items-baseline gap-x-4">
                <ChangeButton name={stock.name} isOpen={opening.is(stock.id)} onToggle={() => opening.toggle(stock.id)} />
                <TraceLink kind="hormone" of={String(stock.id)} />
                <TakeOut record="hormone_stock" id={stock.id} name={stock.name} />
                <button
                  type="button"
                  className="word"
                  onClick={() =>
                    discard.mutate(
                      { id: stock.id, discarded: stock.discardedOn === null },
                      {
                        onSuccess: () =>
                          say(
                            stock.discardedOn === null ? `${stock.name} is thrown away.` : `${stock.name} is back on the shelf.`,
                            () => discard.mutateAsync({ id: stock.id, discarded: stock.discardedOn !== null }),
                          ),
                      },
                    )
                  }
                >
                  {stock.discardedOn === null ? 'Throw away' : 'Put back'} <span className="sr-only">{stock.name}</span>
                </button>
              </span>
            )}
            {opening.is(stock.id) && form(stock)}
          </li>
        ))}
      </ul>
      {stocks.some((stock) => stock.salt) && (
        <p className="mt-1 max-w-2xl text-sm soft">{stocks.find((stock) => stock.salt)?.salt?.source}</p>
      )}
      {mayPlan && <AddButton words="Add a hormone" isOpen={opening.is('new')} onToggle={() => opening.toggle('new')} />}
      {opening.is('new') && form(null)}
    </section>
  )
}
