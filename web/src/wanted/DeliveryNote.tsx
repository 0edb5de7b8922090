import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

type Node = Schemas['Trace']['nodes'][number]

const known = (node: Node, what: Node['more'][number]['what']) => node.more.find((one) => one.what === what)?.says

/** Where the plants of a lot were taken from: the block, and the population, grower and permit that are kept of it. */
function Source({ block }: { block: Node }) {
  const from = [
    known(block, 'accession') && `clone or accession ${known(block, 'accession')}`,
    known(block, 'verified') && `seen to be true to name on ${known(block, 'verified')}`,
    known(block, 'population') && `population ${known(block, 'population')}`,
    known(block, 'source'),
  ].filter(Boolean)
  const permit = known(block, 'permit')
  return (
    <>
      {block.name}
      {from.length > 0 && `, ${from.join(', ')}`}
      {permit && `, permit ${permit}`}
    </>
  )
}

/** What goes along with plants that were sent: what, how many, of which lots, batches and sources; to be printed. */
export function DeliveryNote() {
  const { session } = useShown()
  const id = useParams().id ?? ''
  const order = useQuery({
    queryKey: ['wanted', Number(id)],
    queryFn: () => answer(api.GET('/api/wanted/{id}', { params: { path: { id: Number(id) } } })),
  })
  const traced = useQuery({
    queryKey: ['trace', 'order', id],
    queryFn: () => answer(api.GET('/api/trace/{kind}/{key}', { params: { path: { kind: 'order', key: id } } })),
  })
  if (!order.data || !traced.data) return <Unread of={[order, traced]} title="Delivery note" />
  const wanted = order.data
  const { nodes, edges } = traced.data
  const into = (to: string, kind: Node['kind']) =>
    nodes.filter((node) => node.kind === kind && edges.some((edge) => edge.from === node.id && edge.to === to))
  const lots = nodes.filter((node) => node.kind === 'lot')
  return (
    <article aria-label="Delivery note" className="max-w-3xl">
      <div className="no-print mb-4 flex flex-wrap items-center gap-4">
        <button type="button" className="act-main" onClick={() => print()}>
          Print
        </button>
        <Link className="word" to={`/wanted?order=${id}`}>
          the order
        </Link>
      </div>
      <h1>Delivery note</h1>
      <p className="mb-4">
        {session.nursery?.name} to <strong>{wanted.customer ?? 'our own target'}</strong>, order {wanted.id}
      </p>
      {wanted.sent.length === 0 ? (
        <p>Nothing was sent to this order yet.</p>
      ) : (
        <>
          <table className="mb-6 w-full text-left">
            <thead>
              <tr className="text-sm soft">
                <th className="py-1 pr-4">sent on</th>
                <th className="pr-4">what</th>
                <th className="pr-4">lot</th>
                <th className="text-right">plants</th>
              </tr>
            </thead>
            <tbody>
              {wanted.sent.map((one) => (
                <tr key={`${one.on}.${one.lot}`} className="border-t border-stone-wash">
                  <td className="py-1.5 pr-4 whitespace-nowrap">{sayDay(one.on, session.today)}</td>
                  <td className="pr-4">
                    {wanted.crop}, {wanted.pot.name}
                  </td>
                  <td className="pr-4">{one.lot}</td>
                  <td className="text-right font-bold">{one.count}</td>
                </tr>
              ))}
            </tbody>
            <tfoot>
              <tr className="border-t">
                <th colSpan={3} className="py-1.5">
                  in all
                </th>
                <td className="text-right font-bold">{wanted.sent.reduce((sum, one) => sum + one.count, 0)}</td>
              </tr>
            </tfoot>
          </table>
          <h2>Where they come from</h2>
          <ul className="mb-6">
            {lots.map((lot) => (
              <li key={lot.id} className="border-t border-stone-wash py-2">
                <strong>Lot {lot.name}</strong>
                <ul>
                  {into(lot.id, 'batch').map((batch) => (
                    <li key={batch.id}>
                      batch {batch.name}
                      {batch.on && `, stuck ${sayDay(batch.on, session.today)}`}, from{' '}
                      {into(batch.id, 'block').map((block, i) => (
                        <span key={block.id}>
                          {i > 0 && ' and '}
                          <Source block={block} />
                        </span>
                      ))}
                    </li>
                  ))}
                </ul>
              </li>
            ))}
          </ul>
          {wanted.onlyFrom && <p className="mb-4">Ordered only from {wanted.onlyFrom}.</p>}
          <p className="text-sm soft">
            The number of a lot leads back to every batch, stock plant and person. This note is no plant passport: where one is
            needed, what your plant health authority says comes first.
          </p>
        </>
      )}
    </article>
  )
}
