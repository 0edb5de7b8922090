import type { Schemas } from '../api/client'
import { useTrays } from '../api/queries'
import { AddButton, ChangeButton, useKeeping, useOpening } from '../forms/Opening'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { TakeOut } from '../forms/TakeOut'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { LEAVES_WORDS, plural } from '../words'
import { NurseryRooms } from './NurseryRooms'

type Kind = Schemas['TrayKindPage']
type Pot = Schemas['PotPage']

const kindEntries = (kind: Kind | null) =>
  [
    { name: 'name', label: 'Name', start: kind?.name },
    { name: 'cells', label: 'Cells', kind: 'number', start: kind ? String(kind.cells) : '' },
    { name: 'cellMl', label: 'Millilitres a cell', kind: 'number', start: kind ? String(kind.cellMl) : '' },
    { name: 'lengthCm', label: 'Length, cm', kind: 'number', start: String(kind?.lengthCm ?? 80) },
    { name: 'widthCm', label: 'Width, cm', kind: 'number', start: String(kind?.widthCm ?? 50) },
  ] as const satisfies readonly Entry[]

const potEntries = (pot: Pot | null) =>
  [
    { name: 'name', label: 'Name', start: pot?.name },
    { name: 'millilitres', label: 'Millilitres', kind: 'number', start: pot ? String(pot.millilitres) : '' },
    { name: 'acrossCm', label: 'Across the rim, cm', kind: 'number', start: pot ? String(pot.acrossCm) : '' },
  ] as const satisfies readonly Entry[]

const unpottedEntries = (kind: Pot | null) =>
  [
    { name: 'name', label: 'Name', start: kind?.name },
    ...(kind
      ? []
      : [
          {
            name: 'leaves',
            label: 'Leaves as',
            start: 'plug',
            choices: Object.entries(LEAVES_WORDS).map(([value, words]) => ({ value, words })),
          } as const,
        ]),
    ...(kind && kind.leaves !== 'bundle'
      ? []
      : [
          {
            name: 'bundleOf',
            label: 'Stems to a bundle',
            hint: 'for bundles only',
            kind: 'number',
            start: String(kind?.bundleOf ?? ''),
          } as const,
        ]),
  ] satisfies readonly Entry[]

/** A drawn tray, to scale with the others, its cells as they lie. */
function Footprint({ kind }: { kind: Kind }) {
  const columns = Math.max(1, Math.round(Math.sqrt((kind.cells * kind.lengthCm) / kind.widthCm)))
  const rows = Math.ceil(kind.cells / columns)
  return (
    <svg viewBox={`0 0 84 54`} className="h-9 w-14 shrink-0" aria-hidden="true">
      <rect x="1" y="1" width={kind.lengthCm} height={kind.widthCm} rx="2" fill="var(--leaf-wash)" stroke="var(--peat)" />
      {Array.from({ length: columns * rows }, (_, i) => i)
        .filter((i) => i < kind.cells && kind.cells < 200)
        .map((i) => (
          <circle
            key={i}
            cx={1 + ((i % columns) + 0.5) * (kind.lengthCm / columns)}
            cy={1 + (Math.floor(i / columns) + 0.5) * (kind.widthCm / rows)}
            r="1.4"
            fill="var(--peat)"
          />
        ))}
    </svg>
  )
}

const isPotted = (pot: Pot) => pot.leaves === 'pot'

/** The kinds of tray and the sizes of pot, each with the bench it takes. */
export function TraysForm() {
  const { mayPlan } = useShown()
  const read = useTrays()
  const { data } = read
  const opening = useOpening<string>()
  const keepKind = useKeeping('/api/trays/kinds', opening.close)
  const keepPot = useKeeping('/api/trays/pots', opening.close)
  if (!data) return <Unread of={read} title="Trays and pots" rooms={<NurseryRooms />} />
  const opened = (key: string, one: Kind | Pot | null, add: string, form: React.ReactNode) => (
    <>
      {mayPlan &&
        (one ? (
          <span className="flex flex-wrap items-baseline gap-x-4">
            <ChangeButton name={one.name} isOpen={opening.is(key)} onToggle={() => opening.toggle(key)} />
            {!('first' in one && one.first) && (
              <TakeOut record={!key.startsWith('kinds') ? 'pot' : 'tray_kind'} id={one.id} name={one.name} />
            )}
          </span>
        ) : (
          <AddButton words={add} isOpen={opening.is(key)} onToggle={() => opening.toggle(key)} />
        ))}
      {opening.is(key) && <div className="sheet mt-2 w-full p-3">{form}</div>}
    </>
  )
  const kindForm = (kind: Kind | null) => {
    const key = `kinds.${kind?.id ?? 'new'}`
    return opened(
      key,
      kind,
      'Add a kind of tray',
      <PlainForm
        key={`${key} ${kind?.version ?? ''}`}
        title={kind ? `Change ${kind.name}` : 'New'}
        entries={kindEntries(kind)}
        button="Keep"
        send={async (body) => {
          await keepKind.mutateAsync({ of: kind, body })
        }}
      />,
    )
  }
  const potForm = (pot: Pot | null) => {
    const key = `pots.${pot?.id ?? 'new'}`
    return opened(
      key,
      pot,
      'Add a pot',
      <PlainForm
        key={`${key} ${pot?.version ?? ''}`}
        title={pot ? `Change ${pot.name}` : 'New pot'}
        entries={potEntries(pot)}
        button="Keep"
        send={async (body) => {
          await keepPot.mutateAsync({ of: pot, body })
        }}
      />,
    )
  }
  const unpottedForm = (kind: Pot | null) => {
    const key = `unpotted.${kind?.id ?? 'new'}`
    return opened(
      key,
      kind,
      'Add what leaves without a pot',
      <PlainForm
        key={`${key} ${kind?.version ?? ''}`}
        title={kind ? `Change ${kind.name}` : 'New, without a pot'}
        entries={unpottedEntries(kind)}
        button="Keep"
        send={async (body) => {
          const { name, leaves, bundleOf } = body as { name: string; leaves?: Pot['leaves']; bundleOf?: number | string }
          await keepPot.mutateAsync({
            of: kind,
            body: { name, ...(leaves && { leaves }), bundleOf: bundleOf === '' || bundleOf === undefined ? null : bundleOf },
          })
        }}
      />,
    )
  }
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Trays and pots</h1>
        <NurseryRooms />
      </div>
      <section aria-label="Kinds of tray" className="max-w-5xl">
        <h2>Kinds of tray</h2>
        <ul>
          {data.kinds.map((kind) => (
            <li key={kind.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2 border-stone-wash">
              <Footprint kind={kind} />
              <span className="w-44 font-bold">{kind.name}</span>
              <span className="w-44">
                {kind.cells} × {kind.cellMl} ml
              </span>
              <span className="grow soft">
                {kind.lengthCm} × {kind.widthCm} cm, {kind.first ? 'by which bench is counted' : plural(kind.positions, 'place')}
                {kind.batches > 0 && `; ${plural(kind.batches, 'batch', 'batches')}`}
              </span>
              {kindForm(kind)}
            </li>
          ))}
        </ul>
        {kindForm(null)}
      </section>
      <section aria-label="Pots" className="max-w-5xl">
        <h2>Pots</h2>
        <ul>
          {data.pots.filter(isPotted).map((pot) => (
            <li key={pot.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2 border-stone-wash">
              <span className="w-24 font-bold">{pot.name}</span>
              <span className="w-44">
                {pot.millilitres} ml, {pot.acrossCm} cm across
              </span>
              <span className="grow soft">
                {pot.thick} on a tray place pot-thick, {pot.spaced} spaced
              </span>
              {potForm(pot)}
            </li>
          ))}
        </ul>
        {potForm(null)}
      </section>
      <section aria-label="Without a pot" className="max-w-5xl">
        <h2>What leaves without a pot</h2>
        <p className="soft">Ready once it is rooted and weaned: nothing of it is potted or grows on.</p>
        <ul>
          {data.pots
            .filter((kind) => !isPotted(kind))
            .map((kind) => (
              <li key={kind.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2 border-stone-wash">
                <span className="w-44 font-bold">{kind.name}</span>
                <span className="grow soft">
                  {kind.leaves !== 'pot' && LEAVES_WORDS[kind.leaves]}
                  {kind.bundleOf !== null && `, ${kind.bundleOf} to each`}
                </span>
                {unpottedForm(kind)}
              </li>
            ))}
        </ul>
        {unpottedForm(null)}
      </section>
    </div>
  )
}
