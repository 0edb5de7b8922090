import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { post, put, Refusal, type Schemas, type Typed } from '../api/client'
import { useCrops } from '../api/queries'
import { useWrite } from '../api/writes'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric, showNumber } from '../forms/number'
import { FormRefusal, isMeeting, Meeting, showRefusal } from '../forms/refusals'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

type Entries = Schemas['BlockEntries']
type Entered = Omit<Typed<'put', '/api/stock/{code}'>, 'version'>
interface Entry {
  name: keyof Entries | 'code' | 'crop'
  label: string
  hint?: string
  kind?: 'number' | 'percent' | 'day' | 'text' | 'flag'
  optional?: boolean
}

const PARTS: { title: string; hint?: string; entries: Entry[] }[] = [
  {
    title: 'The block',
    entries: [
      { name: 'place', label: 'Place' },
      { name: 'plants', label: 'Stock plants', kind: 'number' },
      { name: 'plantedYear', label: 'Year planted', kind: 'number' },
      { name: 'plantedOn', label: 'Day planted', kind: 'day', optional: true, hint: 'where you know it: its age counts from it' },
      { name: 'note', label: 'Note', optional: true },
    ],
  },
  {
    title: 'What a plant can give',
    entries: [
      { name: 'shoots', label: 'Shoots a plant', kind: 'number', hint: 'at the start of a season' },
      {
        name: 'maxShoots',
        label: 'Most it can carry',
        kind: 'number',
        optional: true,
        hint: 'empty: as is the habit of the house',
      },
      { name: 'capShare', label: 'At one take at most, in 100', kind: 'percent', optional: true, hint: 'empty: as is the habit' },
      { name: 'yearCap', label: 'Cuttings a plant in a year', kind: 'number', optional: true, hint: 'empty: no such limit' },
      {
        name: 'recoveryWeeks',
        label: 'Weeks to grow back',
        kind: 'number',
        optional: true,
        hint: 'those in which it is warm enough for it to grow; empty: as usual',
      },
      { name: 'branching', label: 'New shoots for each taken', kind: 'number', optional: true, hint: 'empty: as is the habit' },
    ],
  },
  {
    title: 'What a shoot makes',
    hint: 'for stems cut into lengths; empty: one cutting a shoot',
    entries: [
      { name: 'shootCm', label: 'Length of a shoot, cm', kind: 'number', optional: true },
      { name: 'tipCm', label: 'Soft tip left off, cm', kind: 'number', optional: true },
      { name: 'internodeCm', label: 'Between two nodes, cm', kind: 'number', optional: true },
    ],
  },
  {
    title: 'Age and parents',
    entries: [
      { name: 'notBefore', label: 'Nothing taken before, years', kind: 'number' },
      { name: 'replaceAfter', label: 'Worn out after, years', kind: 'number', optional: true },
      { name: 'minParents', label: 'From at least so many parents', kind: 'number' },
    ],
  },
  {
    title: 'Where it came from',
    entries: [
      { name: 'origin', label: 'Origin' },
      { name: 'source', label: 'Source', optional: true },
      { name: 'population', label: 'Source population', optional: true },
      { name: 'accession', label: 'Clone or accession', optional: true },
      { name: 'trueToNameOn', label: 'Seen to be true to name on', kind: 'day', optional: true },
      { name: 'trueToNameBy', label: 'By whom', optional: true },
      { name: 'permit', label: 'Permit', optional: true },
      { name: 'permitUntil', label: 'Permit until', kind: 'day', optional: true },
      { name: 'passport', label: 'Plant passport it came with', optional: true },
    ],
  },
  {
    title: 'Its year',
    hint: 'for stock that is left to the frost and started again; empty: it never rests',
    entries: [
      { name: 'restFrom', label: 'Rests from week', kind: 'number', optional: true, hint: 'of the year, 1 to 52' },
      { name: 'restartIn', label: 'Started again in week', kind: 'number', optional: true },
      {
        name: 'firstTakeAfter',
        label: 'First take after, weeks',
        kind: 'number',
        optional: true,
        hint: 'empty: as is the habit of the house',
      },
      { name: 'feeds', label: 'Fed after each take', kind: 'flag' },
      { name: 'flowersOff', label: 'Flowers come off', kind: 'flag' },
    ],
  },
  {
    title: 'Clumps that are lifted',
    hint: 'for kinds that are divided; empty: nothing is lifted',
    entries: [
      { name: 'piecesEach', label: 'Pieces a clump makes', kind: 'number', optional: true },
      { name: 'piecesBack', label: 'Of these back to the bed', kind: 'number', optional: true },
    ],
  },
  {
    title: 'Clumps over years',
    hint: 'for kinds that are divided; all three, or none',
    entries: [
      { name: 'multiplication', label: 'Pieces from a clump in a year', kind: 'number', optional: true },
      { name: 'survival', label: 'Of these come through, in 100', kind: 'percent', optional: true },
      { name: 'target', label: 'Clumps wanted', kind: 'number', optional: true },
    ],
  },
]
const ALL = PARTS.flatMap((part) => part.entries)
export const ORIGIN_WORDS: Record<Entries['origin'], string> = {
  own: 'our own',
  bought: 'bought',
  third_party: "another's",
  wild: 'wild',
}

const show = (entry: Entry, value: unknown): string =>
  value === null || value === undefined
    ? ''
    : entry.kind === 'flag'
      ? value === true
        ? 'yes'
        : ''
      : entry.kind === 'percent'
        ? showNumber(Math.round(1000 * Number(value)) / 10)
        : entry.kind === 'number'
          ? showNumber(Number(value))
          : String(value)

function bodyOf(typed: Record<string, string>): Entered {
  const entered = ALL.map((entry): [string, string | number | boolean | null] => {
    const text = (typed[entry.name] ?? '').trim()
    if (entry.kind === 'flag') return [entry.name, text === 'yes']
    if (text === '' && entry.optional) return [entry.name, null]
    if (entry.kind === 'number') return [entry.name, text === '' ? text : numeric(text)]
    if (entry.kind === 'percent') {
      const share = numeric(text)
      return [entry.name, text === '' || typeof share !== 'number' ? text : share / 100]
    }
    return [entry.name, text]
  })
  return Object.fromEntries(entered) as unknown as Entered
}

const START: Record<string, string> = {
  notBefore: '1',
  minParents: '1',
  origin: 'own',
}

/** A stock block being entered or changed. */
export function BlockForm({ block, onDone }: { block?: Schemas['BlockPage']; onDone: (code: string) => void }) {
  const { session } = useShown()
  const { data: crops } = useCrops()
  const [more, setMore] = useState(block !== undefined)
  const form = useForm<Record<string, string>>({
    defaultValues: block
      ? {
          ...Object.fromEntries(ALL.map((entry) => [entry.name, show(entry, block.block[entry.name as keyof Entries])])),
          version: String(block.block.version),
          code: block.code,
        }
      : { ...START, plantedYear: session.today.slice(0, 4), code: '', crop: '' },
  })
  const kept = useKept(form, block?.code ?? 'new block')
  const write = useWrite((typed: Record<string, string>) =>
    block
      ? put(
          '/api/stock/{code}',
          { ...bodyOf(typed), code: typed.code ?? block.code, version: Number(typed.version) },
          { code: block.code },
        )
      : post('/api/stock', { ...bodyOf(typed), code: typed.code ?? '', crop: typed.crop || crops?.crops[0]?.slug || '' }),
  )
  const names = [...ALL.map((entry) => entry.name as string), 'code', 'crop']
  const save = form.handleSubmit((typed) =>
    write
      .mutateAsync(typed)
      .then((saved) => {
        say(block ? `${saved.code} is kept.` : `${saved.code} can give ${saved.canGive} at one take.`)
        onDone(saved.code)
      })
      .catch((refusal) => {
        if (!(refusal instanceof Refusal) || isMeeting(refusal)) return
        setMore(true)
        showRefusal(
          form,
          new Refusal(refusal.code, refusal.field === 'shootsPerPlant' ? 'shoots' : refusal.field, refusal.message),
          names,
        )
      }),
  )
  const input = (entry: Entry) => (
    <Field key={entry.name} label={entry.label} hint={entry.hint} error={form.formState.errors[entry.name]}>
      {(ids) =>
        entry.name === 'origin' ? (
          <Choose {...ids} {...form.register('origin')} value={String(form.watch('origin') ?? '')} className="field-text">
            {Object.entries(ORIGIN_WORDS).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Choose>
        ) : entry.kind === 'flag' ? (
          <Choose {...ids} {...form.register(entry.name)} value={String(form.watch(entry.name) ?? '')} className="field-text">
            <option value="">no</option>
            <option value="yes">yes</option>
          </Choose>
        ) : entry.name === 'crop' ? (
          <Choose {...ids} {...form.register('crop')} value={String(form.watch('crop') ?? '')} className="field-text">
            {crops?.crops.map((crop) => (
              <option key={crop.slug} value={crop.slug}>
                {crop.name}
              </option>
            ))}
          </Choose>
        ) : (
          <input
            {...ids}
            {...form.register(entry.name)}
            type={entry.kind === 'day' ? 'date' : 'text'}
            inputMode={entry.kind === 'number' || entry.kind === 'percent' ? 'decimal' : undefined}
            autoComplete="off"
            className="field-text"
          />
        )
      }
    </Field>
  )
  const parts = more ? PARTS : PARTS.slice(0, 1)
  const brief: Entry[] = [
    { name: 'shoots', label: 'Shoots a plant', kind: 'number' },
    {
      name: 'recoveryWeeks',
      label: 'Weeks to grow back',
      kind: 'number',
      optional: true,
      hint: 'those in which it is warm enough for it to grow; empty: as usual',
    },
  ]
  return (
    <form onSubmit={save} noValidate aria-label={block ? `Change ${block.code}` : 'New stock block'} className="grid gap-5">
      {kept}
      {parts.map((part) => (
        <fieldset key={part.title}>
          <legend className="mb-1 font-bold">
            {part.title} {part.hint && <span className="text-sm font-normal soft">{part.hint}</span>}
          </legend>
          <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
            {part.title === 'The block' && input({ name: 'code', label: 'Code', hint: 'short, such as LA-1' })}
            {!block && part.title === 'The block' && input({ name: 'crop', label: 'Crop' })}
            {part.entries.map(input)}
            {!more && brief.map(input)}
          </div>
        </fieldset>
      ))}
      <FormRefusal form={form} />
      {block && isMeeting(write.error) && (
        <Meeting
          refusal={write.error}
          mine={bodyOf(form.getValues())}
          words={Object.fromEntries(ALL.map((entry) => [entry.name, entry.label]))}
          onMine={() => {
            form.setValue('version', String(write.error?.theirs?.version))
            save()
          }}
          onTheirs={() => {
            const theirs = write.error?.theirs ?? {}
            for (const entry of ALL) form.setValue(entry.name, show(entry, theirs[entry.name]))
            form.setValue('version', String(theirs.version))
            write.reset()
          }}
        />
      )}
      <div className="flex flex-wrap gap-2">
        <button type="submit" className="act-main" disabled={write.isPending}>
          {block ? 'Keep' : 'Add the block'}
        </button>
        {!more && (
          <button type="button" className="act" onClick={() => setMore(true)}>
            All that can be said of it
          </button>
        )}
      </div>
    </form>
  )
}
