import { useState } from 'react'
import { answer, api, post, type Schemas } from '../api/client'
import { useChoices, useCrops } from '../api/queries'
import { MixBar } from '../drawings/Pour'
import { numeric } from '../forms/number'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { useShown } from '../shell/week'
import { inHundred, plural, sayLitres } from '../words'

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
            <li key={one.words} className="border-l-4 pl-3 border-plum">
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
export function Reckon({ data }: { data: Schemas['Mixes'] }) {
  const { data: choices } = useChoices()
  const { data: crops } = useCrops()
  const [slug, setSlug] = useState('')
  const [made, setMade] = useState<Schemas['MixMade'] | null>(null)
  const names = [...new Set([...data.used, ...data.mixes.map((mix) => mix.name)])].sort()
  const entries = [
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
      choices:
        choices?.pots.filter((pot) => pot.leaves === 'pot').map((pot) => ({ value: String(pot.id), words: pot.name })) ?? [],
    },
    { name: 'waste', label: 'Lost, in 100', kind: 'percent', start: '5' },
  ] as const satisfies readonly Entry[]
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
            setMade(
              await post('/api/mixes/reckon', {
                ...typed,
                trayKind: numeric(typed.trayKind),
                pot: numeric(typed.pot),
                ...(way && { way }),
              }),
            )
          }}
        />
      </div>
      {made && <MixAnswer made={made} />}
    </section>
  )
}
