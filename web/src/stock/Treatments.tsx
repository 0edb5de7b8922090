import { useState } from 'react'
import { post, type Schemas } from '../api/client'
import { useBench, useChoices } from '../api/queries'
import { useWrite } from '../api/writes'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { TakeOut } from '../forms/TakeOut'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { KeepOut, sayMinute, useTreatments } from './KeepOut'
import { StockRooms } from './StockRooms'

type Treatment = Schemas['Treatment']

function One({ one }: { one: Treatment }) {
  const { mayLog, session } = useShown()
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-t border-stone-wash py-2">
      <span className="w-32">{sayMinute(one.at, session.today)}</span>
      <strong>{one.where}</strong>
      <span>
        {one.product}, {one.amount}
        {one.why && ` for ${one.why}`}
      </span>
      <span className="soft">
        {one.doneBy}
        {one.certificate && `, certificate ${one.certificate}`}
        {one.reentryHours > 0 && `, re-entry from ${sayMinute(one.until, session.today)}`}
        {one.note && ` · ${one.note}`}
      </span>
      {mayLog && (
        <TakeOut record="treatment" id={one.id} name={`The treatment with ${one.product} on ${one.at}`} history={false} />
      )}
    </li>
  )
}

/** What plants were treated with: a record for whoever asks, and no advice. */
export function Treatments() {
  const { week, mayLog, session } = useShown()
  const read = useTreatments()
  const { data: choices } = useChoices()
  const { data: bench } = useBench(week)
  const [isOpen, setOpen] = useState(false)
  const log = useWrite((body: Record<string, unknown>) => post('/api/treatments', body as never))
  const { data } = read
  if (!data) return <Unread of={read} title="Treatments" rooms={<StockRooms />} />
  const entries = [
    { name: 'product', label: 'Product', hint: 'as its label says' },
    { name: 'amount', label: 'How much', hint: 'of it, in what, and what was used' },
    { name: 'on', label: 'Day', kind: 'day', start: session.today },
    { name: 'time', label: 'Time', hint: 'when it was done: 14:30' },
    { name: 'reentryHours', label: 'Re-entry after, hours', hint: 'as the label says; 0 where it says none', kind: 'number' },
    {
      name: 'zone',
      label: 'Zone',
      choices: [
        { value: '', words: 'none' },
        ...(bench?.zones ?? []).map((zone) => ({ value: String(zone.id), words: zone.name })),
      ],
    },
    { name: 'block', label: 'Or stock block', hint: 'its code' },
    { name: 'place', label: 'Or another place' },
    { name: 'why', label: 'Against what' },
    {
      name: 'doneBy',
      label: 'Done by',
      choices: [
        { value: '', words: 'me' },
        ...(choices?.people ?? [])
          .filter((one) => one.endedOn === null)
          .map((one) => ({ value: String(one.id), words: one.name })),
      ],
    },
    { name: 'certificate', label: 'Their certificate' },
    { name: 'note', label: 'Note' },
  ] as const satisfies readonly Entry[]
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Treatments</h1>
        <StockRooms />
      </div>
      <p className="no-print mb-4 max-w-2xl">
        What was done, kept for whoever asks. Whether and how a product may be used is said by its label and by local law; who may
        use it, by their certificate.
      </p>
      <div className="mb-5">
        <KeepOut of={data.pages[0]?.keepOut ?? []} />
      </div>
      <div className="no-print mb-6 flex flex-wrap gap-3">
        {mayLog && (
          <button type="button" className="act" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? 'Close' : 'Log a treatment'}
          </button>
        )}
        <button type="button" className="act" onClick={() => print()}>
          Print
        </button>
        <AsTable
          name="treatments"
          heads={['at', 'where', 'product', 'how much', 'against', 'done by', 'certificate', 're-entry from', 'note']}
          rows={() =>
            data.pages.flatMap((page) =>
              page.treatments.map((one) => [
                one.at,
                one.where,
                one.product,
                one.amount,
                one.why,
                one.doneBy,
                one.certificate,
                one.until,
                one.note,
              ]),
            )
          }
        />
      </div>
      {isOpen && (
        <div className="sheet mb-6 p-4">
          <PlainForm
            title="Treatment"
            button="Log it"
            entries={entries}
            send={async (typed) => {
              const { zone, doneBy, ...rest } = typed
              const said = Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== ''))
              await log.mutateAsync({
                ...said,
                ...(zone !== '' && { zone: Number(zone) }),
                ...(doneBy !== '' && { doneBy: Number(doneBy) }),
              })
              setOpen(false)
              say('Logged.')
            }}
          />
        </div>
      )}
      {data.pages[0]?.treatments.length === 0 ? (
        <p className="soft">None is logged yet.</p>
      ) : (
        <ul className="max-w-5xl" aria-label="Treatments">
          {data.pages.flatMap((page) => page.treatments.map((one) => <One key={one.id} one={one} />))}
        </ul>
      )}
      {read.hasNextPage && (
        <button
          type="button"
          className="act no-print mt-3"
          disabled={read.isFetchingNextPage}
          onClick={() => read.fetchNextPage()}
        >
          Earlier ones
        </button>
      )}
    </>
  )
}
