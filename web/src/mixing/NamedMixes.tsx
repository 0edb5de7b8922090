import { post, put, type Schemas, type Typed } from '../api/client'
import { useWrite } from '../api/writes'
import { MixBar } from '../drawings/Pour'
import { AddButton, ChangeButton, useOpening } from '../forms/Opening'
import { PlainForm } from '../forms/PlainForm'
import { TakeOut } from '../forms/TakeOut'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { plural } from '../words'

type Part = Schemas['MixPart']

type Mix = Schemas['Mixes']['mixes'][number]

/** A named mix, by the parts of its volume. */
function MixForm({ mix, parts, onDone }: { mix: Mix | null; parts: Part[]; onDone: () => void }) {
  const keep = useWrite((body: Typed<'post', '/api/mixes'>) =>
    mix ? put('/api/mixes/{id}', { ...body, version: mix.version }, { id: mix.id }) : post('/api/mixes', body),
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
        const made = parts
          .map((part) => ({ name: part.name, parts: typed[part.name] ?? '' }))
          .filter(({ parts }) => parts !== '' && parts !== 0)
        await keep.mutateAsync({ name: String(typed.name), parts: made })
        say('Kept.')
        onDone()
      }}
    />
  )
}

/** Mixes by name, each by the parts of its volume. */
export function Named({ mixes, parts }: { mixes: Mix[]; parts: Part[] }) {
  const { mayPlan } = useShown()
  const opening = useOpening<number | 'new'>()
  return (
    <section aria-label="Mixes with a name" className="mt-8 max-w-5xl">
      <div className="flex items-baseline gap-4">
        <h2>Mixes with a name</h2>
        {mixes.length > 0 && (
          <AsTable
            name="mixes"
            heads={['mix', 'part', 'parts']}
            rows={() => mixes.flatMap((mix) => mix.parts.map((part) => [mix.name, part.name, part.parts]))}
          />
        )}
      </div>
      <ul>
        {mixes.map((mix) => (
          <li key={mix.id} className="border-t py-2 border-stone-wash">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <span className="w-72 font-bold">{mix.name}</span>
              <div className="min-w-40 grow">
                <MixBar
                  parts={mix.parts.map((part) => ({ name: part.name, share: part.parts, words: plural(part.parts, 'part') }))}
                />
              </div>
              {mayPlan && (
                <span className="flex flex-wrap items-baseline gap-x-4">
                  <ChangeButton name={mix.name} isOpen={opening.is(mix.id)} onToggle={() => opening.toggle(mix.id)} />
                  <TakeOut record="mix" id={mix.id} name={mix.name} />
                </span>
              )}
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
