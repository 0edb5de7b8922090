import type { Schemas } from '../api/client'
import { AddButton, ChangeButton, useKeeping, useOpening } from '../forms/Opening'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { TakeOut } from '../forms/TakeOut'
import { useShown } from '../shell/week'
import { inHundred, sayLitres } from '../words'

type Part = Schemas['MixPart']

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

const partEntries = (part: Part | null) =>
  [
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
  ] as const satisfies readonly Entry[]

/** What mixes are made of: how each part holds water and drains, its bags, and what is on the shelf. */
export function Parts({ parts }: { parts: Part[] }) {
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
          const { bagLitres, holdsWater, drains, feeds, breaksDown, ...rest } = typed
          const traits = {
            holdsWater: holdsWater === 'yes',
            drains: drains === 'yes',
            feeds: feeds === 'yes',
            breaksDown: breaksDown === 'yes',
          }
          await keep.mutateAsync({ of: part, body: { ...rest, ...traits, ...(bagLitres !== '' && { bagLitres }) } })
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
          <li key={part.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2 border-stone-wash">
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
            {mayPlan && (
              <span className="flex flex-wrap items-baseline gap-x-4">
                <ChangeButton name={part.name} isOpen={opening.is(part.id)} onToggle={() => opening.toggle(part.id)} />
                <TakeOut record="mix_part" id={part.id} name={part.name} />
              </span>
            )}
            {opening.is(part.id) && form(part)}
          </li>
        ))}
      </ul>
      {mayPlan && <AddButton words="Add a part" isOpen={opening.is('new')} onToggle={() => opening.toggle('new')} />}
      {opening.is('new') && form(null)}
    </section>
  )
}
