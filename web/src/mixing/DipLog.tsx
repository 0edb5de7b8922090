import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { TakeOut } from '../forms/TakeOut'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { sayDay, sayMass, sayPpm, sayVolume } from '../words'

/** Dips that were made: which, how strong, for which batches, by whom. */
export function Log({ made }: { made: Schemas['MadeDip'][] }) {
  const { session, mayLog } = useShown()
  const discard = useWrite(({ id, discarded }: { id: number; discarded: boolean }) =>
    answer(api.POST('/api/dips/made/{id}/discard', { params: { path: { id } }, body: { discarded } })),
  )
  const throwIt = (id: number) =>
    discard.mutate(
      { id, discarded: true },
      { onSuccess: () => say('Thrown away.', () => discard.mutateAsync({ id, discarded: false })) },
    )
  return (
    <section aria-label="What was made" className="mt-8 max-w-5xl">
      <div className="flex items-baseline gap-4">
        <h2>What was made</h2>
        {made.length > 0 && (
          <AsTable
            name="dips made"
            heads={['at', 'what', 'ppm', 'of', 'grams', 'stock ml', 'water ml', 'by', 'batches', 'thrown away']}
            rows={() =>
              made.map((one) => [
                one.madeAt,
                one.what,
                one.ppm,
                one.stock,
                one.grams,
                one.stockMl,
                one.waterMl,
                one.by,
                one.batches.join(' '),
                one.discardedAt,
              ])
            }
          />
        )}
      </div>
      {made.length === 0 && (
        <p className="soft">Nothing yet. What is made here or from the day sheet stands here, with its batches.</p>
      )}
      <ul>
        {made.map((one) => (
          <li key={one.id} className="flex flex-wrap gap-x-4 border-t py-2 border-stone-wash">
            <span className="w-40">
              {sayDay(one.madeAt.slice(0, 10), session.today)}, {one.madeAt.slice(11)}
            </span>
            <span className="w-44 font-semibold">
              {one.what}, {sayPpm(one.ppm)}
            </span>
            <span className="grow">
              {one.grams !== null
                ? `${sayMass(one.grams, session.nursery)} of ${one.stock}`
                : `${sayVolume(one.stockMl ?? 0, session.nursery)} of ${one.stock}, ${sayVolume(one.waterMl ?? 0, session.nursery)} of water`}
              , {one.by}
              {one.batches.map((code) => (
                <span key={code}>
                  {' '}
                  <Link className="word" to={`/batches/${code}`}>
                    {code}
                  </Link>
                </span>
              ))}
            </span>
            {mayLog && <TakeOut record="made_dip" id={one.id} name={`The dip of ${one.stock}`} history={false} />}
            {one.discardedAt ? (
              <span className="soft">thrown away {one.discardedAt.slice(11)}</span>
            ) : (
              <span className="flex flex-wrap items-baseline gap-x-4">
                <Link className="word" to={`/mixing/labels?dip=${one.id}`}>
                  Label the cup
                </Link>
                {mayLog && (
                  <button type="button" className="word" onClick={() => throwIt(one.id)}>
                    Throw what is left
                  </button>
                )}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
