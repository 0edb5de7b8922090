import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, post, put, type Schemas, type Typed } from '../api/client'
import { useCrops, useLicences } from '../api/queries'
import { useWrite } from '../api/writes'
import { PlainForm } from '../forms/PlainForm'
import { isMeeting } from '../forms/refusals'
import { TakeOut } from '../forms/TakeOut'
import { AsTable } from '../shell/AsTable'
import { SearchBox, useAsked } from '../shell/Narrow'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useParts } from '../shell/useParts'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'
import { LicenceBar } from './LicenceBar'
import { StockRooms } from './StockRooms'

type Licence = Schemas['Licence']

const COUNTS = [
  { value: 'sticking', words: 'when stuck' },
  { value: 'sale', words: 'when sold' },
]

function LicenceForm({ licence, onDone }: { licence?: Licence; onDone: () => void }) {
  const { data: crops } = useCrops()
  const { today } = useShown()
  const [version, setVersion] = useState(licence?.version ?? 0)
  const write = useWrite((body: Typed<'post', '/api/licences'>) =>
    licence ? put('/api/licences/{id}', { version, ...body }, { id: licence.id }) : post('/api/licences', body),
  )
  if (!crops) return null
  const crop = {
    name: 'crop',
    label: 'Crop',
    start: licence?.cropSlug ?? crops.crops[0]?.slug,
    choices: crops.crops.map((one) => ({ value: one.slug, words: one.name })),
  } as const
  return (
    <>
      {isMeeting(write.error) && (
        <p role="alert" className="refusal mb-2">
          {write.error.message} It says {String(write.error.theirs?.plants)} plants until {String(write.error.theirs?.to)}.{' '}
          <button type="button" className="act" onClick={() => setVersion(Number(write.error?.theirs?.version))}>
            Mine shall stand
          </button>
        </p>
      )}
      <PlainForm
        title={licence ? `Licence ${licence.number}` : 'New licence'}
        button={licence ? 'Keep' : 'Enter the licence'}
        entries={[
          crop,
          { name: 'holder', label: 'Holder of the rights', start: licence?.holder },
          { name: 'number', label: 'Licence number', start: licence?.number },
          { name: 'from', label: 'From', kind: 'day', start: licence?.from ?? today },
          { name: 'to', label: 'To', kind: 'day', start: licence?.to ?? '' },
          { name: 'plants', label: 'Plants allowed', kind: 'number', start: licence ? String(licence.plants) : '' },
          { name: 'royalty', label: 'Royalty a plant', kind: 'number', start: licence ? String(licence.royalty) : '' },
          { name: 'counts', label: 'Counted', start: licence?.counts, choices: COUNTS },
        ]}
        send={async (body) => {
          const saved = await write.mutateAsync(body)
          say(`Licence ${saved.number}: ${saved.left} plants left.`)
          onDone()
        }}
      />
    </>
  )
}

/** What counts under a licence in a period and what is owed for it, to be printed or taken into a spreadsheet. */
function Statement({ licence }: { licence: Licence }) {
  const { session } = useShown()
  const [from, setFrom] = useState(licence.from)
  const [to, setTo] = useState(licence.running ? session.today : licence.to)
  const asked = useQuery({
    queryKey: ['statement', licence.id, from, to],
    queryFn: () => answer(api.GET('/api/licences/{id}/statement', { params: { path: { id: licence.id }, query: { from, to } } })),
    retry: false,
  })
  const currency = session.nursery?.currency ?? ''
  const statement = asked.data
  return (
    <div className="print-me sheet mt-3 p-4">
      <h3 className="font-bold">
        {session.nursery?.name}: plants under licence {licence.number}
      </h3>
      <p className="soft">
        {licence.crop}, for {licence.holder}; counted {licence.counts === 'sale' ? 'when sold' : 'when stuck'}, {currency}
        {licence.royalty.toFixed(2)} a plant
      </p>
      <div className="no-print my-3 flex flex-wrap items-end gap-3">
        <label className="grid gap-1 text-sm font-semibold">
          From
          <input type="date" className="field-text w-44" value={from} onChange={(event) => setFrom(event.target.value)} />
        </label>
        <label className="grid gap-1 text-sm font-semibold">
          To
          <input type="date" className="field-text w-44" value={to} onChange={(event) => setTo(event.target.value)} />
        </label>
        <button type="button" className="act" onClick={() => print()}>
          Print
        </button>
        <a className="act" href={`/api/licences/${licence.id}/statement.csv?from=${from}&to=${to}`} download>
          For a spreadsheet
        </a>
      </div>
      {asked.error && (
        <p role="alert" className="refusal">
          {asked.error.message}
        </p>
      )}
      {statement && (
        <table className="w-full max-w-xl text-left">
          <thead>
            <tr className="text-sm soft">
              <th className="py-1">day</th>
              <th>batch</th>
              <th className="text-right">plants</th>
              <th className="text-right">owed</th>
            </tr>
          </thead>
          <tbody>
            {statement.entries.map((entry) => (
              <tr key={`${entry.on} ${entry.batch}`} className="border-t border-stone-wash">
                <td className="py-1">{sayDay(entry.on, session.today)}</td>
                <td>{entry.batch}</td>
                <td className="text-right">{entry.plants}</td>
                <td className="text-right">
                  {currency}
                  {entry.owed.toFixed(2)}
                </td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr className="border-t-2 font-bold border-peat">
              <td className="py-1" colSpan={2}>
                {sayDay(statement.from, session.today)} to {sayDay(statement.to, session.today)}
              </td>
              <td className="text-right">{statement.plants}</td>
              <td className="text-right">
                {currency}
                {statement.owed.toFixed(2)}
              </td>
            </tr>
          </tfoot>
        </table>
      )}
    </div>
  )
}

/** Protected crops: licences held, what is left of each, what is owed. */
export function Licences() {
  const { session, mayPlan } = useShown()
  const read = useLicences()
  const { data } = read
  const [open, setOpen] = useState<string | null>(null)
  const toggle = (what: string) => setOpen(open === what ? null : what)
  const asked = useAsked()
  const licences = (data?.licences ?? []).filter(
    (one) => asked.isLike(one.crop, one.number, one.holder) && (asked.get('is') !== 'running' || one.running),
  )
  const parts = useParts(licences.length)
  if (!data) return <Unread of={read} title="Breeders' rights" rooms={<StockRooms />} />
  return (
    <>
      <div className="no-print mb-3 flex flex-wrap items-center gap-4">
        <h1>Breeders' rights</h1>
        <StockRooms />
        {data.licences.length > 0 && (
          <AsTable
            name="licences"
            heads={['crop', 'number', 'holder', 'from', 'to', 'plants', 'used', 'left', 'counted', 'royalty', 'owed']}
            rows={() =>
              licences.map((one) => [
                one.crop,
                one.number,
                one.holder,
                one.from,
                one.to,
                one.plants,
                one.used,
                one.left,
                one.counts,
                one.royalty,
                one.owed,
              ])
            }
          />
        )}
        {mayPlan && (
          <button type="button" className="act ml-auto" aria-expanded={open === 'new'} onClick={() => toggle('new')}>
            {open === 'new' ? 'Close' : 'Enter a licence'}
          </button>
        )}
      </div>
      <p className="no-print mb-4 max-w-prose soft">
        A protected crop is propagated only under a licence. Used is counted from the book; nothing is planned past what is left.
        The licence and the law say more than this page.
      </p>
      {open === 'new' && (
        <div className="sheet mb-5 p-4">
          <LicenceForm onDone={() => setOpen(null)} />
        </div>
      )}
      {data?.without.map((crop) => (
        <p key={crop.slug} className="no-print mb-3 border-l-4 pl-3 border-plum">
          <Link className="word font-bold" to={`/crops/${crop.slug}`}>
            {crop.crop}
          </Link>{' '}
          is protected{crop.protectedBy && ` for ${crop.protectedBy}`}, and no licence covers today: it cannot be planned.
        </p>
      ))}
      {data.licences.length > 1 && (
        <div className="no-print mb-4 flex flex-wrap items-center gap-x-5 gap-y-2">
          <SearchBox of="licences" placeholder="crop, number, holder" asked={asked} />
          <label className="flex min-h-11 cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="checkbox"
              checked={asked.get('is') === 'running'}
              onChange={(event) => asked.choose({ is: event.target.checked ? 'running' : '' })}
            />
            only those that run
          </label>
          <p>{plural(licences.length, 'licence')}</p>
        </div>
      )}
      {licences.length === 0 && data.licences.length > 0 && <p className="soft">No licence is like that.</p>}
      {data?.licences.length === 0 && data.without.length === 0 && <p className="soft">No protected crop is entered.</p>}
      <ul className="grid gap-6">
        {licences.slice(0, parts.many).map((licence) => (
          <li
            key={licence.id}
            className={`border-t-2 pt-2 ${open?.endsWith(String(licence.id)) || open === null ? '' : 'no-print'} border-stone-wash`}
          >
            <div className="no-print grid items-start gap-x-8 gap-y-2 sm:grid-cols-[minmax(14rem,1fr)_minmax(0,1.6fr)_auto]">
              <div>
                <Link to={`/crops/${licence.cropSlug}`} className="text-lg font-bold">
                  {licence.crop}
                </Link>
                <p className="text-sm soft">
                  {licence.number}, {licence.holder}
                </p>
                <p className="text-sm">
                  {sayDay(licence.from, session.today)} to {sayDay(licence.to, session.today)}
                  {!licence.running && <strong className="text-plum"> not running</strong>}
                </p>
              </div>
              <div>
                <LicenceBar licence={licence} />
                <p className="text-sm soft">
                  counted {licence.counts === 'sale' ? 'when sold' : 'when stuck'} · {session.nursery?.currency}
                  {licence.royalty.toFixed(2)} a plant · {session.nursery?.currency}
                  {licence.owed.toFixed(2)} so far
                </p>
              </div>
              <div className="flex flex-wrap items-center gap-2">
                <button
                  type="button"
                  className="act"
                  aria-expanded={open === `s${licence.id}`}
                  onClick={() => toggle(`s${licence.id}`)}
                >
                  Statement
                </button>
                {mayPlan && (
                  <button
                    type="button"
                    className="act"
                    aria-expanded={open === `c${licence.id}`}
                    onClick={() => toggle(`c${licence.id}`)}
                  >
                    Change
                  </button>
                )}
                {mayPlan && <TakeOut record="licence" id={licence.id} name={`Licence ${licence.number}`} />}
              </div>
            </div>
            {open === `c${licence.id}` && (
              <div className="sheet mt-3 p-4">
                <LicenceForm key={licence.version} licence={licence} onDone={() => setOpen(null)} />
              </div>
            )}
            {open === `s${licence.id}` && <Statement licence={licence} />}
          </li>
        ))}
      </ul>
      {parts.end}
    </>
  )
}
