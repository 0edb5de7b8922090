import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { Safety } from '../batches/Safety'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { plural, sayMass, sayPpm, sayVolume } from '../words'
import { Codes, Step, type Tick } from './Step'

/** A dip of the day: what is measured out, and when it is made, thrown away. */
export function DipStep({ dip, day, tick }: { dip: Schemas['DaySheet']['dips'][number]; day: string; tick?: Tick }) {
  const { session, mayLog } = useShown()
  const make = useWrite(
    () =>
      answer(
        api.POST('/api/dips/made', {
          body: {
            stock: dip.stock ?? 0,
            ppm: dip.asked,
            cuttings: dip.cuttings,
            depthCm: dip.depthCm,
            batches: dip.batches,
            on: day < session.today ? day : session.today,
          },
        }),
      ),
    () => say(`${dip.hormone}: made, and kept with ${plural(dip.batches.length, 'batch', 'batches')}.`),
  )
  const discard = useWrite(({ id, discarded }: { id: number; discarded: boolean }) =>
    answer(api.POST('/api/dips/made/{id}/discard', { params: { path: { id } }, body: { discarded } })),
  )
  const made = dip.made
  return (
    <Step day={day} step={dip.step} words={`dip ${dip.hormone}`} tick={tick} done={made !== null}>
      <p>
        <strong>{dip.hormone}</strong> for {dip.cuttings} cuttings, dipped {dip.depthCm} cm: <Codes codes={dip.batches} />
      </p>
      {dip.able ? (
        <p>
          {dip.grams !== null ? (
            <>
              Tip <strong>{sayMass(dip.grams, session.nursery)}</strong> of {dip.name} into a small cup.
            </>
          ) : (
            <>
              <strong>{sayVolume(dip.stockMl ?? 0, session.nursery)}</strong> of {dip.name} and{' '}
              <strong>{sayVolume(dip.waterMl ?? 0, session.nursery)}</strong> water make {sayPpm(dip.ppm ?? 0)}
              {dip.error !== null &&
                Math.abs(dip.error) >= 0.005 &&
                `, ${Math.abs(100 * dip.error).toFixed(1)} % ${dip.error > 0 ? 'stronger' : 'weaker'} than asked, for what can be measured`}
              .
            </>
          )}{' '}
          {dip.salt && (
            <span className="text-sm soft">
              Counted as acid: {dip.salt.factor.toFixed(4)} g of the salt hold 1 g of it. {dip.salt.source}
            </span>
          )}
        </p>
      ) : (
        <p className="refusal">{dip.words}</p>
      )}
      <Safety
        own={null}
        words="By its label, which overrides this. Gloves and eye protection; a dip of seconds, tap off; never poured back."
      />
      {made ? (
        <p className="mt-1 text-sm">
          Made {made.madeAt.slice(11)} by {made.by}
          {made.discardedAt ? `, thrown away ${made.discardedAt.slice(11)}` : '. '}
          {mayLog && !made.discardedAt && (
            <button
              type="button"
              className="word no-print"
              disabled={discard.isPending}
              onClick={() =>
                discard.mutate(
                  { id: made.id, discarded: true },
                  { onSuccess: () => say('Thrown away.', () => discard.mutateAsync({ id: made.id, discarded: false })) },
                )
              }
            >
              Throw what is left
            </button>
          )}
        </p>
      ) : (
        mayLog &&
        dip.able && (
          <button type="button" className="act no-print mt-1" disabled={make.isPending} onClick={() => make.mutate(undefined)}>
            It is made
          </button>
        )
      )}
      {make.error && (
        <p role="alert" className="refusal">
          {make.error.message}
        </p>
      )}
    </Step>
  )
}
