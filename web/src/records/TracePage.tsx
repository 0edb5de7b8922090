import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { answer, api, post, type Schemas } from '../api/client'
import { useSeenWrite } from '../api/writes'
import { Lineage } from '../drawings/Lineage'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayWeek } from '../words'

type Trace = Schemas['Trace']
type TraceNode = Trace['nodes'][number]

/** Where a thing of the trace has its own page, if it has one. */
const placeOf = (node: Pick<TraceNode, 'kind' | 'key'>): string | null =>
  ({
    block: `/stock/${node.key}`,
    hormone: null,
    batch: `/batches/${node.key}`,
    lot: `/potting/lots/${node.key}`,
    order: `/wanted?order=${node.key}`,
    customer: null,
  })[node.kind]

const KINDS: [TraceNode['kind'], string][] = [
  ['block', 'Stock blocks'],
  ['hormone', 'Hormones'],
  ['batch', 'Batches'],
  ['lot', 'Lots'],
]

const MORE: Record<TraceNode['more'][number]['what'], string> = {
  place: '',
  inspected: 'inspected ',
  population: 'population ',
  source: 'from ',
  accession: 'clone or accession ',
  verified: 'true to name, seen ',
  permit: 'permit ',
  passport: 'came with passport ',
  what: '',
  cut: 'cut ',
  sex: '',
  clean: 'found clean last ',
  people: 'stuck by ',
  mix: 'mix ',
  mixed: 'made that day by ',
  hormone: 'hormone ',
  dipped: 'dipped ',
  pot: '',
  sent: 'sent ',
}

function Of({ node }: { node: TraceNode }) {
  const { session } = useShown()
  const place = placeOf(node)
  return (
    <li className="border-t border-stone-wash py-2">
      {place ? (
        <Link className="word font-semibold" to={place}>
          {node.name}
        </Link>
      ) : (
        <strong>{node.name}</strong>
      )}{' '}
      {node.crop}
      {node.kind === 'batch' && node.on && `, stuck ${sayDay(node.on, session.today)}`}
      {node.stands > 0 && node.kind === 'batch' && `, ${plural(node.stands, 'plant')} here`}
      {node.recalled && <span className="refusal"> called back: {node.recalled}</span>}{' '}
      <Link className="word no-print text-sm" to={`/trace/${node.kind}/${encodeURIComponent(node.key)}`}>
        from here
      </Link>
      {node.more.length > 0 && (
        <span className="block text-sm soft">{node.more.map((one) => `${MORE[one.what]}${one.says}`).join(' · ')}</span>
      )}
    </li>
  )
}

/** "9 May 110" of each day on which some were sent. */
const sayDays = (days: string, today: string) =>
  days
    .split('; ')
    .map((one) => `${sayDay(one.slice(0, 10), today)} ${one.slice(11)}`)
    .join(', ')

const PAGE = 50

/** One kind of thing on the way; of many, the first. */
function Nodes({ words, nodes }: { words: string; nodes: TraceNode[] }) {
  const [shown, setShown] = useState(PAGE)
  return (
    <section aria-label={words} className="mb-6 max-w-3xl">
      <h2>
        {words} <span className="font-normal soft">{nodes.length}</span>
      </h2>
      <ul>
        {nodes.slice(0, shown).map((node) => (
          <Of key={node.id} node={node} />
        ))}
      </ul>
      {shown < nodes.length && (
        <button type="button" className="act no-print" onClick={() => setShown(shown + PAGE)}>
          {PAGE} more of {nodes.length}
        </button>
      )}
    </section>
  )
}

/** Whoever has plants of it, or waits for some: to be told, and printed. */
function ToTell({ trace }: { trace: Trace }) {
  const { session } = useShown()
  const orders = trace.nodes.filter((node) => node.kind === 'order')
  const customers = [...new Set(orders.map((order) => order.name))]
  if (orders.length === 0) return <p className="mb-6 soft">Nothing of it was sent, and no open order waits for it.</p>
  return (
    <section aria-label="Whom to tell" className="mb-8">
      <h2 className="mb-1">Whom to tell</h2>
      <ul className="max-w-3xl">
        {customers.map((customer) => (
          <li key={customer} className="border-t border-stone-wash py-2">
            <strong>{customer}</strong>
            <ul>
              {orders
                .filter((order) => order.name === customer)
                .map((order) => {
                  const sent = trace.edges
                    .filter((edge) => edge.to === order.id)
                    .reduce((sum, edge) => sum + (edge.count ?? 0), 0)
                  const days = order.more.find((one) => one.what === 'sent')?.says
                  return (
                    <li key={order.id}>
                      {sent > 0 ? `${sent} sent, ${order.crop}` : `waits for ${order.stands} ${order.crop}`}
                      {sent > 0 && days && <span className="soft"> ({sayDays(days, session.today)})</span>}
                      {order.on &&
                        `, wanted in ${sayWeek(order.on, mondayOf(order.on), session.nursery)} of ${order.on.slice(0, 4)}`}{' '}
                      <Link className="word no-print" to={`/wanted?order=${order.key}`}>
                        the order and its remedies
                      </Link>
                    </li>
                  )
                })}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Calling back all that came of it, and lifting that again; each with why. */
function Recall({ trace }: { trace: Trace }) {
  const { mayPlan } = useShown()
  const [why, setWhy] = useState('')
  const call = useSeenWrite(
    () => post('/api/recalls', { kind: trace.kind, key: trace.key, why }),
    () => {
      setWhy('')
      say('Called back. It is sent nowhere and counted for no order.')
    },
  )
  const lift = useSeenWrite(
    (recall: Schemas['Recall']) => post('/api/recalls/{id}/lift', { version: recall.version, why }, { id: recall.id }),
    () => {
      setWhy('')
      say('The recall is lifted.')
    },
  )
  const { recall } = trace
  if (!recall && (!mayPlan || !trace.mayRecall)) return null
  const failed = call.error ?? lift.error
  return (
    <section aria-label="Recall" className={`mb-6 max-w-2xl ${recall ? 'sheet p-4' : ''}`}>
      {recall && (
        <p className="mb-2 text-lg">
          <strong className="text-plum">Called back:</strong> {recall.why}{' '}
          <span className="soft">
            {recall.by}, {recall.at}
          </span>
        </p>
      )}
      {mayPlan && (
        <form
          className="no-print flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            if (recall) lift.mutate(recall)
            else call.mutate(undefined)
          }}
        >
          <label className="grid min-w-72 grow gap-1 text-sm font-semibold">
            {recall ? 'Why it is lifted' : 'Why it is called back'}
            <input className="field-text" value={why} onChange={(event) => setWhy(event.target.value)} />
          </label>
          <button type="submit" className="act" disabled={why.trim() === '' || call.isPending || lift.isPending}>
            {recall ? 'Lift the recall' : 'Call back all that came of it'}
          </button>
        </form>
      )}
      {failed && (
        <p role="alert" className="refusal mt-2">
          {failed.message}
        </p>
      )}
    </section>
  )
}

/** From anything back to where it came from, and forward to wherever it went. */
export function TracePage() {
  const { kind = 'batch', key = '' } = useParams()
  const read = useQuery({
    queryKey: ['trace', kind, key],
    queryFn: () => answer(api.GET('/api/trace/{kind}/{key}', { params: { path: { kind: kind as TraceNode['kind'], key } } })),
  })
  const { data: trace } = read
  if (!trace) return <Unread of={read} title="Trace" />
  const lead = trace.nodes.find((node) => node.id === trace.start)
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>
          Trace of {trace.name} {lead?.crop && <span className="font-normal">{lead.crop}</span>}
        </h1>
        <button type="button" className="act no-print" onClick={() => print()}>
          Print
        </button>
      </div>
      <Recall trace={trace} />
      <ToTell trace={trace} />
      <div className="no-print">
        <Lineage trace={trace} />
      </div>
      {KINDS.map(([of, words]) => {
        const nodes = trace.nodes.filter((node) => node.kind === of)
        return nodes.length === 0 ? null : <Nodes key={of} words={words} nodes={nodes} />
      })}
    </>
  )
}
