import { answer, api } from '../api/client'
import { useWrite } from '../api/queries'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { ZONE_WORDS } from '../words'

const ENTRIES: Entry[] = [
  { name: 'name', label: 'Name', hint: 'as painted on the bench' },
  { name: 'house', label: 'House' },
  { name: 'kind', label: 'Kind', start: 'mist', choices: Object.entries(ZONE_WORDS).map(([value, words]) => ({ value, words })) },
  { name: 'trays', label: 'Trays it holds', kind: 'number' },
  { name: 'heatLow', label: 'Coolest it can hold', kind: 'heat', start: '16' },
  { name: 'heatHigh', label: 'Warmest it can hold', kind: 'heat', start: '24' },
  { name: 'mistLow', label: 'Least mist, 0 to 3', kind: 'number', start: '0' },
  { name: 'mistHigh', label: 'Most mist, 0 to 3', kind: 'number', start: '3' },
  { name: 'length', label: 'Length', kind: 'length', start: '6' },
  { name: 'width', label: 'Width', kind: 'length', start: '1.6' },
]

export function AddZone({ onDone }: { onDone: () => void }) {
  const add = useWrite((body: Record<string, unknown>) => answer(api.POST('/api/zones', { body: body as never })))
  return (
    <PlainForm
      title="New zone"
      entries={ENTRIES}
      button="Add the zone"
      send={async (body) => {
        const zone = await add.mutateAsync(body)
        say(`${zone.name} is there, with room for ${zone.trays} trays.`)
        onDone()
      }}
    />
  )
}
