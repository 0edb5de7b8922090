import { post, put, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { type Entry, PlainForm, type Sent } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { LIGHT_WORDS, plural, STANDS_WORDS, ZONE_WORDS } from '../words'

type Zone = Schemas['Zone']

const choicesOf = (words: Record<string, string>) => Object.entries(words).map(([value, said]) => ({ value, words: said }))

const entriesOf = (zone: Zone | null) =>
  [
    { name: 'name', label: 'Name', hint: 'as painted on the bench', start: zone?.name },
    { name: 'house', label: 'House', start: zone?.house },
    { name: 'kind', label: 'Kind', start: zone?.kind ?? 'mist', choices: choicesOf(ZONE_WORDS) },
    { name: 'stands', label: 'Stands', start: zone?.stands ?? 'bench', choices: choicesOf(STANDS_WORDS) },
    { name: 'length', label: 'Length', kind: 'length', start: String(zone?.place.length ?? 6) },
    { name: 'width', label: 'Width', kind: 'length', start: String(zone?.place.width ?? 1.6) },
    { name: 'height', label: 'Height', kind: 'length', start: String(zone?.height ?? 0.8) },
    { name: 'aisle', label: 'Aisle beside it', kind: 'length', start: String(zone?.aisle ?? 0.8) },
    { name: 'heatLow', label: 'Coolest it can hold', kind: 'heat', start: String(zone?.heat[0] ?? 16) },
    { name: 'heatHigh', label: 'Warmest it can hold', kind: 'heat', start: String(zone?.heat[1] ?? 24) },
    { name: 'mistLow', label: 'Least mist, 0 to 3', kind: 'number', start: String(zone?.mist[0] ?? 0) },
    { name: 'mistHigh', label: 'Most mist, 0 to 3', kind: 'number', start: String(zone?.mist[1] ?? 3) },
    { name: 'light', label: 'Light', start: zone?.light ?? 'shade', choices: choicesOf(LIGHT_WORDS) },
    {
      name: 'frostFree',
      label: 'Frost',
      start: zone?.frostFree === false ? 'no' : 'yes',
      choices: [
        { value: 'yes', words: 'kept free of it' },
        { value: 'no', words: 'can freeze' },
      ],
    },
    {
      name: 'stood',
      label: 'For',
      start: zone?.ground === 'beside_stock' ? 'layers' : zone?.ground === 'open' ? 'rows' : zone?.onlyPots ? 'pots' : 'all',
      choices: [
        { value: 'all', words: 'trays and pots' },
        { value: 'pots', words: 'pots only' },
        { value: 'layers', words: 'layers and runners on their plants' },
        { value: 'rows', words: 'rows planted out in the ground' },
      ],
    },
    {
      name: 'trays',
      label: 'Tray places',
      kind: 'number',
      start: zone ? String(zone.trays) : '',
      hint: zone
        ? `${zone.places} by its size: a place is what one tray of the first kind takes. It holds ${zone.fits.map((fit) => `${fit.trays} × ${fit.trayKind}`).join(' or ')}.`
        : 'left empty: as many as its size has; a place is what one tray of the first kind takes',
    },
    {
      name: 'nozzles',
      label: 'Mist nozzles over it',
      kind: 'number',
      start: zone?.nozzles ? String(zone.nozzles) : '',
      hint: 'left empty: by its size',
    },
  ] as const satisfies readonly Entry[]

const GROUNDS: Record<string, Zone['ground']> = { layers: 'beside_stock', rows: 'open' }

/** Trays left empty are as many as can be laid. */
const bodyOf = (typed: Sent<ReturnType<typeof entriesOf>>) => {
  const { trays, nozzles, frostFree, stood, ...body } = typed
  return {
    ...body,
    frostFree: frostFree === 'yes',
    onlyPots: stood === 'pots',
    ground: GROUNDS[stood] ?? 'bench',
    nozzles: nozzles === '' ? null : nozzles,
    ...(trays !== '' && trays !== 0 && { trays }),
  }
}

/** A zone by its numbers: a new one, or one that is there. */
export function ZoneForm({ zone, onDone }: { zone: Zone | null; onDone: () => void }) {
  const save = useWrite((body: ReturnType<typeof bodyOf>) =>
    zone ? put('/api/zones/{id}', { ...body, version: zone.version }, { id: zone.id }) : post('/api/zones', body),
  )
  return (
    <PlainForm
      key={zone ? `zone ${zone.id}.${zone.version}` : 'new'}
      title={zone ? `${zone.name} in numbers` : 'New zone'}
      entries={entriesOf(zone)}
      button={zone ? 'Keep' : 'Add the zone'}
      send={async (body) => {
        const kept = await save.mutateAsync(bodyOf(body))
        say(`${kept.name} has ${plural(kept.trays, 'tray place')}.`)
        onDone()
      }}
    />
  )
}
