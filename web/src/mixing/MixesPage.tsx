import { useState } from 'react'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { useChoices, useCrops, useMixes, useWrite } from '../api/queries'
import { MixBar } from '../drawings/Pour'
import { AddButton, ChangeButton, useKeeping, useOpening } from '../forms/Opening'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { numeric } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { inHundred, plural, sayLitres } from '../words'
import { MixingRooms } from './MixingRooms'

type Part = Schemas['MixPart']
type Mix = Schemas['Mixes']['mixes'][number]

const yes = [
  { value: 'yes', words: 'yes' },
  { value: 'no', words: 'no' },
]
const TRAITS = [
  ['holdsWater', 'holds water'],
  ['drains', 'drains'],
  ['feeds', 'feeds'],
  ['breaksDown', 'breaks down'],
] as const

const partEntries = (part: Part | null): Entry[] => [
  { name: 'name', label: 'Name', start: part?.name, hint: part ? 'mixes call it so' : undefined },
  ...TRAITS.map(([name, label]) => ({
    name,
    label: label[0]?.toUpperCase() + label.slice(1),
    choices: yes,
    start: part?.[name] ? 'yes' : 'no',
  })),
  { name: 'air', label: 'Air when drained, in 100', kind: 'percent', start: part ? inHundred(part.air) : '' },
  { name: 'water', label: 'Water when drained, in 100', kind: 'percent', start: part ? inHundred(part.water) : '' },
  { name: 'wetBy', label: 'Parts of water to wet a part', kind: 'number', start: part ? String(part.wetBy) : '0' },
  {
    name: 'bagLitres',
    label: 'A bag holds',
    kind: 'litres',
    start: part?.bagLitres ? String(part.bagLitres) : '',
    hint: 'empty: it is loose',
  },
  { name: 'stockLitres', label: 'In the store', kind: 'litres', start: part ? String(part.stockLitres) : '0' },
]

function Parts({ parts }: { parts: Part[] }) {
  const { session, mayPlan } = useShown()
  const opening = useOpening<number | 'new'>()
  const keep = useKeeping('/api/mixes/parts', opening.close)
  const form = (part: Part | null) => (
    <div className="sheet mt-2 w-full p-3">
      <PlainForm
        key={part ? `${part.id}.${part.version}` : 'new'}
        title={part ? `Change ${part.name}` : 'A new part'}
        entries={partEntries(part)}
        button="Keep"
        send={async (typed) => {
          const { bagLitres, ...rest } = typed
          const body: Record<string, unknown> = { ...rest, ...(bagLitres === 0 ? {} : { bagLitres }) }
          for (const [name] of TRAITS) body[name] = typed[name] === 'yes'
          await keep.mutateAsync({ id: part?.id ?? null, body: part ? { ...body, version: part.version } : body })
        }}
      />
    </div>
  )
  return (
    <section aria-label="What mixes are made of" className="mt-8 max-w-5xl">
      <h2>What mixes are made of</h2>
      <p className="text-sm soft">Air and water are usual values of each part when drained; change them to what you measured.</p>
      <ul>
        {parts.map((part) => (
          <li
            key={part.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2"
            style={{ borderColor: 'var(--stone-wash)' }}
          >
            <span className="w-32 font-bold">{part.name}</span>
            <svg
              viewBox="0 0 100 14"
              className="h-4 w-40"
              role="img"
              aria-label={`air ${inHundred(part.air)}, water ${inHundred(part.water)} in 100`}
            >
              <rect x="0.5" y="0.5" width="99" height="13" fill="var(--stone-wash)" stroke="var(--peat)" />
              <rect x="0.5" y="0.5" width={99 * part.water} height="13" fill="var(--water-wash)" stroke="var(--peat)" />
              <rect
                x={0.5 + 99 * part.water}
                y="0.5"
                width={99 * part.air}
                height="13"
                fill="var(--paper)"
                stroke="var(--peat)"
              />
            </svg>
            <span className="w-56 text-sm">
              {inHundred(part.water)} water, {inHundred(part.air)} air in 100
            </span>
            <span className="grow text-sm">
              {TRAITS.filter(([name]) => part[name])
                .map(([, words]) => words)
                .join(', ')}
            </span>
            <span className="text-sm soft">
              {part.bagLitres ? `bags of ${sayLitres(part.bagLitres, session.nursery)}` : 'loose'},{' '}
              {sayLitres(part.stockLitres, session.nursery)} in store
            </span>
            {mayPlan && <ChangeButton name={part.name} isOpen={opening.is(part.id)} onToggle={() => opening.toggle(part.id)} />}
            {opening.is(part.id) && form(part)}
          </li>
        ))}
      </ul>
      {mayPlan && <AddButton words="Add a part" isOpen={opening.is('new')} onToggle={() => opening.toggle('new')} />}
      {opening.is('new') && form(null)}
    </section>
  )
}

/** A named mix, by the parts of its volume. */
function MixForm({ mix, parts, onDone }: { mix: Mix | null; parts: Part[]; onDone: () => void }) {
  const keep = useWrite((body: Record<string, unknown>) =>
    answer(
      mix
        ? api.PUT('/api/mixes/{id}', { params: { path: { id: mix.id } }, body: body as never })
        : api.POST('/api/mixes', { body: body as never }),
    ),
  )
  return (
    <PlainForm
      key={mix ? `${mix.id}.${mix.version}` : 'new'}
      title={mix ? `Change ${mix.name}` : 'A new mix'}
      entries={[
        { name: 'name', label: 'Name', start: mix?.name },
        ...parts.map((part) => ({
          name: part.name,
          label: `Parts of ${part.name}`,
          kind: 'number' as const,
          start: String(mix?.parts.find((one) => one.name === part.name)?.parts ?? 0),
        })),
      ]}
      button="Keep"
      send={async (typed) => {
        const made = parts.filter((part) => typed[part.name] !== 0).map((part) => ({ name: part.name, parts: typed[part.name] }))
        await keep.mutateAsync({ name: typed.name, parts: made, ...(mix && { version: mix.version }) })
        say('Kept.')
        onDone()
      }}
    />
  )
}

function Named({ mixes, parts }: { mixes: Mix[]; parts: Part[] }) {
  const { mayPlan } = useShown()
  const opening = useOpening<number | 'new'>()
  return (
    <section aria-label="Mixes with a name" className="mt-8 max-w-5xl">
      <h2>Mixes with a name</h2>
      <ul>
        {mixes.map((mix) => (
          <li key={mix.id} className="border-t py-2" style={{ borderColor: 'var(--stone-wash)' }}>
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <span className="w-72 font-bold">{mix.name}</span>
              <div className="min-w-40 grow">
                <MixBar
                  parts={mix.parts.map((part) => ({ name: part.name, share: part.parts, words: plural(part.parts, 'part') }))}
                />
              </div>
              {mayPlan && <ChangeButton name={mix.name} isOpen={opening.is(mix.id)} onToggle={() => opening.toggle(mix.id)} />}
            </div>
            {opening.is(mix.id) && (
              <div className="sheet mt-2 p-3">
                <MixForm mix={mix} parts={parts} onDone={opening.close} />
              </div>
            )}
          </li>
        ))}
      </ul>
      {mayPlan && <AddButton words="Name a mix" isOpen={opening.is('new')} onToggle={() => opening.toggle('new')} />}
      {opening.is('new') && (
        <div className="sheet mt-2 p-3">
          <MixForm mix={null} parts={parts} onDone={opening.close} />
        </div>
      )}
    </section>
  )
}

/** What so much of a mix comes to: parts, bags, barrows both ways, water, and what it is held to be. */
export function MixAnswer({ made }: { made: Schemas['MixMade'] }) {
  const { nursery } = useShown().session
  const fills = (many: number | null, of: string) => (many === null ? '' : ` (fills ${many} ${of})`)
  return (
    <div className="mt-4 grid max-w-3xl gap-3" aria-live="polite">
      <p className="text-lg">
        <strong>{sayLitres(made.litres, nursery)}</strong> of {made.name}
      </p>
      <MixBar
        parts={made.parts.map((part) => ({ name: part.name, share: part.litres, words: sayLitres(part.litres, nursery) }))}
      />
      <table className="w-full max-w-2xl text-left [&_td]:py-1 [&_th]:font-semibold">
        <thead>
          <tr>
            <th>part</th>
            <th className="text-right">measured</th>
            <th className="text-right">bags opened</th>
            <th className="text-right">left in the last</th>
          </tr>
        </thead>
        <tbody>
          {made.parts.map((part) => (
            <tr key={part.name}>
              <td>
                {part.name}
                {part.short > 0 && (
                  <span className="refusal block text-sm">{sayLitres(part.short, nursery)} short in the store</span>
                )}
              </td>
              <td className="text-right">{sayLitres(part.litres, nursery)}</td>
              <td className="text-right">
                {part.bags === null ? 'loose' : `${part.bags} of ${sayLitres(part.bagLitres ?? 0, nursery)}`}
              </td>
              <td className="text-right">{part.bags === null ? '' : sayLitres(part.left, nursery)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <ul className="grid gap-1">
        <li>
          <strong>{plural(made.up.barrows, 'barrow load')}</strong> of {sayLitres(made.barrow, nursery)} are enough
          {fills(made.up.fills, 'of them')}
          {made.down.barrows > 0 &&
            `; ${plural(made.down.barrows, 'full load')}${fills(made.down.fills, 'of them')} leave nothing over`}
          .
        </li>
        {made.wholeBags.litres > 0 && made.parts.some((part) => part.bags !== null) && (
          <li>
            Whole bags without opening one more make <strong>{sayLitres(made.wholeBags.litres, nursery)}</strong>
            {fills(made.wholeBags.fills, 'of them')}.
          </li>
        )}
        <li>
          Wet it with <strong>{sayLitres(made.wetting, nursery)}</strong> of water first, or the powder washes off.
        </li>
        {made.holds && (
          <li>
            Drained, it holds about {inHundred(made.holds.water)} water and {inHundred(made.holds.air)} air in 100.{' '}
            <span className="soft">
              An estimate from the usual values of its parts by volume
              {made.holds.unknown.length > 0 && `, without ${made.holds.unknown.join(' and ')}`}; fine parts fill the gaps of
              coarse ones, so there is rather less air.
            </span>
          </li>
        )}
      </ul>
      {made.against.length > 0 && (
        <ul aria-label="What does not suit" className="grid gap-1">
          {made.against.map((one) => (
            <li key={one.words} className="border-l-4 pl-3" style={{ borderColor: 'var(--plum)' }}>
              {one.batches.length > 0 && <strong>{one.batches.join(', ')}: </strong>}
              {one.words} <span className="text-sm soft">School: {one.school}.</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

/** What trays and pots take of a mix, held against a crop. */
function Reckon({ data }: { data: Schemas['Mixes'] }) {
  const { data: choices } = useChoices()
  const { data: crops } = useCrops()
  const [slug, setSlug] = useState('')
  const [made, setMade] = useState<Schemas['MixMade'] | null>(null)
  const names = [...new Set([...data.used, ...data.mixes.map((mix) => mix.name)])].sort()
  const entries: Entry[] = [
    {
      name: 'mix',
      label: 'Mix',
      start: names[0],
      hint: `as “perlite 2 : coir 1”, or by name: ${data.mixes.map((mix) => mix.name).join(', ')}`,
    },
    { name: 'trays', label: 'Trays', kind: 'number', start: '12' },
    {
      name: 'trayKind',
      label: 'Kind of tray',
      start: String(choices?.trayKinds[0]?.id ?? ''),
      choices: choices?.trayKinds.map((kind) => ({ value: String(kind.id), words: kind.name })) ?? [],
    },
    { name: 'pots', label: 'Pots', kind: 'number', start: '0' },
    {
      name: 'pot',
      label: 'Size of pot',
      start: String(choices?.pots[0]?.id ?? ''),
      choices: choices?.pots.map((pot) => ({ value: String(pot.id), words: pot.name })) ?? [],
    },
    { name: 'waste', label: 'Lost, in 100', kind: 'percent', start: '5' },
  ]
  if (!choices || !crops) return null
  return (
    <section aria-label="How much" className="max-w-5xl">
      <h2 className="mb-2">How much for the day</h2>
      <div className="sheet p-4">
        <label className="mb-4 block max-w-96 text-sm font-semibold">
          Held against
          <select className="field-text mt-1 font-normal" value={slug} onChange={(event) => setSlug(event.target.value)}>
            <option value="">no crop</option>
            {crops.crops.map((crop) => (
              <option key={crop.slug} value={crop.slug}>
                {crop.name}
              </option>
            ))}
          </select>
        </label>
        <PlainForm
          title="How much of a mix"
          entries={entries}
          button="Reckon"
          send={async (typed) => {
            setMade(null)
            const way = slug
              ? (await answer(api.GET('/api/crops/{slug}', { params: { path: { slug } } }))).sheets[0]?.id
              : undefined
            const number = (name: string) => {
              const value = numeric(String(typed[name] ?? ''))
              if (typeof value !== 'number') throw new Refusal('wrong_type', name, 'Choose one.')
              return value
            }
            setMade(
              await answer(
                api.POST('/api/mixes/reckon', {
                  body: {
                    mix: String(typed.mix),
                    trays: typed.trays as number,
                    trayKind: number('trayKind'),
                    pots: typed.pots as number,
                    pot: number('pot'),
                    waste: typed.waste as number,
                    ...(way && { way }),
                  },
                }),
              ),
            )
          }}
        />
      </div>
      {made && <MixAnswer made={made} />}
    </section>
  )
}

export function MixesPage() {
  const { data } = useMixes()
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Mixes</h1>
        <MixingRooms />
      </div>
      {data && (
        <>
          <Reckon data={data} />
          <Named mixes={data.mixes} parts={data.parts} />
          <Parts parts={data.parts} />
        </>
      )}
    </>
  )
}
