import { useNavigate } from 'react-router'
import { answer, api } from '../api/client'
import { useChoices, useWrite } from '../api/queries'
import { PlainForm } from '../forms/PlainForm'
import { say } from '../shell/Said'

/** A crop sheet in its plainest form. */
export function AddCrop() {
  const { data: choices } = useChoices()
  const navigate = useNavigate()
  const add = useWrite((body: Record<string, unknown>) => answer(api.POST('/api/crops', { body: body as never })))
  if (!choices) return null
  return (
    <PlainForm
      title="New crop"
      button="Keep the sheet"
      entries={[
        { name: 'name', label: 'Crop' },
        { name: 'method', label: 'Method', start: 'tip cutting', hint: 'tip cutting, division, root cutting…' },
        { name: 'material', label: 'Material', start: 'softwood', hint: 'softwood, semi-ripe, hardwood, root…' },
        {
          name: 'trayKind',
          label: 'Tray',
          kind: 'number',
          start: String(choices.trayKinds[0]?.id ?? ''),
          choices: choices.trayKinds.map((kind) => ({ value: String(kind.id), words: kind.name })),
        },
        { name: 'rootFrom', label: 'Days to root, soonest', kind: 'number', start: '18' },
        { name: 'rootTo', label: 'Days to root, latest', kind: 'number', start: '30' },
        { name: 'weaningDays', label: 'Days of weaning', kind: 'number', start: '10' },
        { name: 'growOnDays', label: 'Days from potting to ready', kind: 'number', start: '90' },
        { name: 'heatLow', label: 'Mix no cooler than', kind: 'heat', start: '18' },
        { name: 'heatHigh', label: 'Mix no warmer than', kind: 'heat', start: '22' },
        { name: 'mistLow', label: 'Least mist, 0 to 3', kind: 'number', start: '1' },
        { name: 'mistHigh', label: 'Most mist, 0 to 3', kind: 'number', start: '3' },
        {
          name: 'priorRate',
          label: 'Rooting rate you expect, in 100',
          kind: 'percent',
          start: '75',
          hint: 'counts as 10 plants; your batches soon outweigh it',
        },
        { name: 'pottingRate', label: 'Potted that come through, in 100', kind: 'percent', start: '95' },
        { name: 'readyShare', label: 'Ready to pot when so many have rooted, in 100', kind: 'percent', start: '80' },
        { name: 'windowFrom', label: 'Material right from week', kind: 'number', start: '20' },
        { name: 'windowTo', label: 'to week', kind: 'number', start: '32', hint: 'may run over New Year' },
        { name: 'mix', label: 'Mix', start: 'perlite 2 : coir 1' },
        { name: 'hormone', label: 'Hormone', hint: 'empty: none' },
        { name: 'safety', label: 'Take care', hint: 'shown beside the step' },
      ]}
      send={async (body) => {
        const crop = await add.mutateAsync(body)
        say(`${crop.name} has its sheet.`)
        navigate(`/crops/${crop.slug}`)
      }}
    />
  )
}
