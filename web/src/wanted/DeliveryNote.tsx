import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { answer, api, type Schemas, type Wanted } from '../api/client'
import { Failed, Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'

const sum = (sent: { count: number }[]) => sent.reduce((all, one) => all + one.count, 0)

type Node = Schemas['Trace']['nodes'][number]

const known = (node: Node, what: Node['more'][number]['what']) => node.more.find((one) => one.what === what)?.says

/** Where the plants of a lot were taken from: the block, and the population, grower and permit that are kept of it. */
function Source({ block }: { block: Node }) {
  const from = [
    known(block, 'accession') && `clone or accession ${known(block, 'accession')}`,
    known(block, 'verified') && `seen to be true to name on ${known(block, 'verified')}`,
    known(block, 'population') && `population ${known(block, 'population')}`,
    known(block, 'source'),
    known(block, 'passport') && `came with passport ${known(block, 'passport')}`,
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

/** Where the plants that one line was sent come from, lot by lot, with what a plant passport says of each. */
function Sources({ line }: { line: Wanted }) {
  const { session } = useShown()
  const id = String(line.id)
  const read = useQuery({
    queryKey: ['trace', 'order', id],
    queryFn: () => answer(api.GET('/api/trace/{kind}/{key}', { params: { path: { kind: 'order', key: id } } })),
  })
  const { data } = read
  // A note without its sources is not whole: that they could not be read is said.
  if (!data)
    return read.error ? (
      <Failed message={read.error.message} again={() => read.refetch()} />
    ) : (
      <p className="soft">Asked for; not here yet.</p>
    )
  const into = (to: string, kind: Node['kind']) =>
    data.nodes.filter((node) => node.kind === kind && data.edges.some((edge) => edge.from === node.id && edge.to === to))
  const nursery = session.nursery
  return (
    <ul>
      {data.nodes
        .filter((node) => node.kind === 'lot')
        .map((lot) => {
          const passports = [...new Set(line.sent.filter((one) => one.lot === lot.name).map((one) => one.passport))].filter(
            Boolean,
          )
          return (
            <li key={lot.id} className="border-t border-stone-wash py-2">
              <strong>Lot {lot.name}</strong>, {line.crop}
              <ul>
                {into(lot.id, 'batch').map((batch) => (
                  <li key={batch.id}>
                    batch {batch.name}
                    {batch.on && `, stuck ${sayDay(batch.on, session.today)}`}
                    {known(batch, 'sex') && `, ${known(batch, 'sex')}`}, from{' '}
                    {into(batch.id, 'block').map((block, i) => (
                      <span key={block.id}>
                        {i > 0 && ' and '}
                        <Source block={block} />
                      </span>
                    ))}
                  </li>
                ))}
              </ul>
              {passports.length > 0 && (
                <p>
                  Plant passport <strong>{passports.join(', ')}</strong>: A {line.crop} · B {nursery?.registration ?? '–'} · C{' '}
                  {lot.name} · D {nursery?.country ?? '–'}
                </p>
              )}
            </li>
          )
        })}
    </ul>
  )
}

/** What goes along with plants that were sent: what, how many, of which lots, batches and sources; to be printed. */
export function DeliveryNote() {
  const { session } = useShown()
  const id = useParams().id ?? ''
  const read = useQuery({
    queryKey: ['wanted', Number(id), 'lines'],
    queryFn: () => answer(api.GET('/api/wanted/{id}/lines', { params: { path: { id: Number(id) } } })),
  })
  const lines = read.data?.wanted ?? []
  const [first] = lines
  if (!first) return <Unread of={read} title="Delivery note" />
  const sent = lines.flatMap((line) => line.sent.map((one) => ({ ...one, line }))).sort((a, b) => a.on.localeCompare(b.on))
  const open = lines.filter((line) => !line.calledOff).map((line) => ({ line, missing: line.plants - sum(line.sent) }))
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
        {session.nursery?.name} to <strong>{first.customer ?? 'our own target'}</strong>,{' '}
        {first.reference ? (
          <>
            your order <strong>{first.reference}</strong>
          </>
        ) : (
          `order ${first.id}`
        )}
      </p>
      {sent.length === 0 ? (
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
              {sent.map((one, i) => (
                <tr key={`${one.line.id}.${one.on}.${one.lot}.${i}`} className="border-t border-stone-wash">
                  <td className="py-1.5 pr-4 whitespace-nowrap">{sayDay(one.on, session.today)}</td>
                  <td className="pr-4">
                    {one.line.crop}, {one.line.pot.name}
                    {one.bundles && (
                      <>
                        : {plural(one.bundles.bundles, 'bundle')}
                        {one.bundles.loose > 0 && ` and ${one.bundles.loose}`}
                      </>
                    )}
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
                <td className="text-right font-bold">{sum(sent)}</td>
              </tr>
            </tfoot>
          </table>
          {open.some(({ missing }) => missing > 0) && (
            <p className="mb-6">
              Still to come:{' '}
              {open
                .filter(({ missing }) => missing > 0)
                .map(({ line, missing }) => `${missing} ${line.crop}`)
                .join(', ')}
              .
            </p>
          )}
          <h2>Where they come from</h2>
          <div className="mb-6">
            {lines
              .filter((line) => line.sent.length > 0)
              .map((line) => (
                <Sources key={line.id} line={line} />
              ))}
          </div>
          {[...new Set(lines.map((line) => line.onlyFrom))].filter(Boolean).map((from) => (
            <p key={from} className="mb-4">
              Ordered only from {from}.
            </p>
          ))}
          <p className="text-sm soft">
            The number of a lot leads back to every batch, stock plant and person. This note is no plant passport: where one is
            needed, what your plant health authority says comes first.
          </p>
        </>
      )}
    </article>
  )
}
