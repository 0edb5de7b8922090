import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { Link } from 'react-router'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { useDips, useWrite } from '../api/queries'
import { Safety } from '../batches/Safety'
import { Pour } from '../drawings/Pour'
import { Field } from '../forms/Field'
import { AddButton, ChangeButton, useKeeping, useOpening } from '../forms/Opening'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { numeric } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { plural, sayDay, sayMass, sayPpm, sayVolume } from '../words'
import { MixingRooms } from './MixingRooms'
import { type Reading, Readings } from './Readings'

type Hormone = Schemas['Hormone']

const stockEntries = (stock: Hormone | null): Entry[] => [
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
  { name: 'ppm', label: 'Strength, ppm', kind: 'number', start: stock ? String(stock.ppm) : '', hint: '1 % is 10,000 ppm' },
  { name: 'madeOn', label: 'Made on', kind: 'day', start: stock?.madeOn ?? '' },
  { name: 'keepsUntil', label: 'Keeps until', kind: 'day', start: stock?.keepsUntil ?? '' },
]

function Shelf({ stocks }: { stocks: Hormone[] }) {
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
          const body = Object.fromEntries(Object.entries(typed).filter(([, value]) => value !== ''))
          await keep.mutateAsync({ id: stock?.id ?? null, body: stock ? { ...body, version: stock.version } : body })
        }}
      />
    </div>
  )
  return (
    <section aria-label="On the shelf" className="mt-8 max-w-5xl">
      <h2>On the shelf</h2>
      <ul>
        {stocks.map((stock) => (
          <li
            key={stock.id}
            className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-t py-2"
            style={{ borderColor: 'var(--stone-wash)' }}
          >
            <span className="w-56 font-bold" style={{ textDecoration: stock.discardedOn ? 'line-through' : undefined }}>
              {stock.name}
            </span>
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
            <span className="grow text-sm" style={{ color: stock.isOld ? 'var(--plum)' : undefined }}>
              {stock.discardedOn
                ? `thrown away ${sayDay(stock.discardedOn, session.today)}`
                : stock.keepsUntil &&
                  (stock.isOld
                    ? `too old since ${sayDay(stock.keepsUntil, session.today)}`
                    : `keeps until ${sayDay(stock.keepsUntil, session.today)}`)}
            </span>
            {mayPlan && (
              <span className="flex gap-4">
                <ChangeButton name={stock.name} isOpen={opening.is(stock.id)} onToggle={() => opening.toggle(stock.id)} />
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

interface Typed {
  stock: string
  ppm: string
  cuttings: string
  depthCm: string
  batches: string
}

/** A dip reckoned and made: never more than the cuttings take. */
function MakeDip({ stocks }: { stocks: Hormone[] }) {
  const { session, mayLog } = useShown()
  const able = stocks.filter((stock) => stock.discardedOn === null)
  const form = useForm<Typed>({
    defaultValues: {
      stock: String(able.find((stock) => stock.kind === 'liquid')?.id ?? able[0]?.id ?? ''),
      ppm: '3000',
      cuttings: '400',
      depthCm: '1.5',
      batches: '',
    },
  })
  const [dip, setDip] = useState<Schemas['Dip'] | null>(null)
  const [ratio, setRatio] = useState('')
  const [reading, setReading] = useState<Reading | null>(null)
  const stock = stocks.find((one) => String(one.id) === form.watch('stock'))
  const parts = numeric(ratio)
  const send = (
    act: (body: { stock: number; ppm: number; cuttings: number; depthCm: number; batches?: string[] }) => Promise<void>,
  ) =>
    form.handleSubmit((typed) => {
      form.clearErrors()
      return act({
        stock: Number(typed.stock),
        ppm: numeric(typed.ppm) as number,
        cuttings: numeric(typed.cuttings) as number,
        depthCm: numeric(typed.depthCm) as number,
      }).catch((refusal) => {
        if (!(refusal instanceof Refusal)) throw refusal
        setDip(null)
        showRefusal(form, refusal, ['stock', 'ppm', 'cuttings', 'depthCm', 'batches'])
      })
    })
  const make = useWrite(
    (body: { stock: number; ppm: number; cuttings: number; depthCm: number; batches: string[] }) =>
      answer(api.POST('/api/dips/made', { body })),
    () => {
      say('Made, and in the log.')
      setDip(null)
    },
  )
  const errors = form.formState.errors
  return (
    <section aria-label="Make a dip" className="max-w-5xl">
      <h2 className="mb-2">Make a dip</h2>
      <form
        className="sheet grid gap-4 p-4"
        aria-label="A dip"
        noValidate
        onSubmit={send(async (body) => setDip(await answer(api.POST('/api/dips/reckon', { body }))))}
      >
        <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
          <div className="sm:col-span-2">
            <Field label="From" error={errors.stock}>
              {(ids) => (
                <select {...ids} {...form.register('stock')} className="field-text">
                  {able.map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.name}, {one.words}
                    </option>
                  ))}
                </select>
              )}
            </Field>
          </div>
          <Field label="To, ppm" error={errors.ppm} hint="as the crop sheet asks; counted as acid">
            {(ids) => <input {...ids} {...form.register('ppm')} className="field-text" inputMode="numeric" />}
          </Field>
          <Field label="Cuttings" error={errors.cuttings}>
            {(ids) => <input {...ids} {...form.register('cuttings')} className="field-text" inputMode="numeric" />}
          </Field>
          <Field label="Dipped, cm" error={errors.depthCm}>
            {(ids) => <input {...ids} {...form.register('depthCm')} className="field-text" inputMode="decimal" />}
          </Field>
          <Field label="For the batches" error={errors.batches} hint="their codes, if it is kept with them">
            {(ids) => <input {...ids} {...form.register('batches')} className="field-text" />}
          </Field>
          {stock?.kind === 'liquid' && (
            <Field label="The label says so many to one" hint="instead of ppm">
              {(ids) => (
                <input
                  {...ids}
                  className="field-text"
                  inputMode="decimal"
                  value={ratio}
                  onChange={(event) => {
                    setRatio(event.target.value)
                    setReading(null)
                  }}
                />
              )}
            </Field>
          )}
        </div>
        {stock && typeof parts === 'number' && parts >= 1 && (
          <Readings
            ppm={stock.acidPpm}
            parts={parts}
            chosen={reading}
            onChoose={(now, makes) => {
              setReading(now)
              form.setValue('ppm', String(Math.round(makes)))
            }}
          />
        )}
        <FormRefusal form={form} />
        <div>
          <button type="submit" className="act-main" disabled={form.formState.isSubmitting}>
            Reckon
          </button>
        </div>
        {dip && (
          <div className="flex items-center gap-5" aria-live="polite">
            {dip.stockMl !== null && dip.waterMl !== null && (
              <Pour
                stock={dip.stockMl}
                water={dip.waterMl}
                words={`${sayVolume(dip.stockMl, session.nursery)} of stock, ${sayVolume(dip.waterMl, session.nursery)} of water`}
              />
            )}
            <div>
              {dip.grams !== null ? (
                <p className="text-lg">
                  <strong>{sayMass(dip.grams, session.nursery)}</strong> of {dip.name}, into a small cup.
                </p>
              ) : (
                <>
                  <p className="text-lg">
                    <strong>{sayVolume(dip.stockMl ?? 0, session.nursery)}</strong> of {dip.name} and{' '}
                    <strong>{sayVolume(dip.waterMl ?? 0, session.nursery)}</strong> of water
                  </p>
                  <p>
                    make {sayPpm(dip.ppm ?? 0)}
                    {dip.error !== null &&
                      (Math.abs(dip.error) < 0.0005
                        ? ', exactly'
                        : `: ${Math.abs(100 * dip.error).toFixed(1)} % ${dip.error > 0 ? 'stronger' : 'weaker'} than asked, for what can be measured`)}
                    . The cuttings take {sayVolume(dip.ml ?? 0, session.nursery)}; no more is made.
                  </p>
                </>
              )}
              {dip.salt && (
                <p className="text-sm soft">
                  Its label counts the salt: {dip.salt.factor.toFixed(4)} g of it hold 1 g of the acid. {dip.salt.source}
                </p>
              )}
              {mayLog && (
                <button
                  type="button"
                  className="act mt-2"
                  disabled={make.isPending}
                  onClick={send(async (body) => {
                    const batches = form
                      .getValues('batches')
                      .split(/[\s,]+/)
                      .filter(Boolean)
                    await make.mutateAsync({ ...body, batches })
                  })}
                >
                  It is made
                </button>
              )}
            </div>
          </div>
        )}
        <Safety
          own={null}
          words="The product's label overrides this. Gloves and eye protection. Pour into a small cup, label it, never dip in the bottle, never pour back; keep from children."
        />
      </form>
    </section>
  )
}

function Log({ made }: { made: Schemas['MadeDip'][] }) {
  const { session, mayLog } = useShown()
  const discard = useWrite(
    (id: number) => answer(api.POST('/api/dips/made/{id}/discard', { params: { path: { id } } })),
    () => say('Thrown away.'),
  )
  return (
    <section aria-label="What was made" className="mt-8 max-w-5xl">
      <h2>What was made</h2>
      {made.length === 0 && (
        <p className="soft">Nothing yet. What is made here or from the day sheet stands here, with its batches.</p>
      )}
      <ul>
        {made.map((one) => (
          <li key={one.id} className="flex flex-wrap gap-x-4 border-t py-2" style={{ borderColor: 'var(--stone-wash)' }}>
            <span className="w-40">
              {sayDay(one.madeAt.slice(0, 10), session.today)}, {one.madeAt.slice(11)}
            </span>
            <span className="w-44 font-semibold">
              {one.what}, {sayPpm(one.ppm)}
            </span>
            <span className="grow">
              {one.grams !== null
                ? `${sayMass(one.grams, session.nursery)} of ${one.stock}`
                : `${sayVolume(one.stockMl ?? 0, session.nursery)} of ${one.stock}, ${sayVolume(one.waterMl ?? 0, session.nursery)} of water`}
              , {one.by}
              {one.batches.map((code) => (
                <span key={code}>
                  {' '}
                  <Link className="word" to={`/batches/${code}`}>
                    {code}
                  </Link>
                </span>
              ))}
            </span>
            {one.discardedAt ? (
              <span className="soft">thrown away {one.discardedAt.slice(11)}</span>
            ) : (
              <span className="flex gap-4">
                <Link className="word" to={`/mixing/labels?dip=${one.id}`}>
                  Label the cup
                </Link>
                {mayLog && (
                  <button type="button" className="word" onClick={() => discard.mutate(one.id)}>
                    Throw what is left
                  </button>
                )}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

export function DipsPage() {
  const { data } = useDips()
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Dips</h1>
        <MixingRooms />
        {data && (
          <span className="soft">
            {plural(data.stocks.filter((stock) => stock.discardedOn === null && !stock.isOld).length, 'hormone')} fit to use
          </span>
        )}
      </div>
      {data && (
        <>
          {data.stocks.some((stock) => stock.discardedOn === null) ? (
            <MakeDip stocks={data.stocks} />
          ) : (
            <p className="soft">Nothing is on the shelf yet. Add a hormone with what its label says.</p>
          )}
          <Shelf stocks={data.stocks} />
          <Log made={data.made} />
        </>
      )}
    </>
  )
}
