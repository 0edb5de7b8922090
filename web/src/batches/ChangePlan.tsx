import { useForm } from 'react-hook-form'
import { type Batch, put, Refusal, type Schemas, type Typed, type ZoneWeek } from '../api/client'
import { useBench, useStock } from '../api/queries'
import { useWrite } from '../api/writes'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, isMeeting, Meeting, showRefusal } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { say } from '../shell/Said'
import { Failed } from '../shell/Unread'
import { useShown } from '../shell/week'
import { piecesOf, plural } from '../words'

const WORDS = {
  trays: 'Trays',
  cuttings: 'Cuttings',
  stickOn: 'Stick on',
  collectOn: 'Collect on',
  block: 'Stock block',
  alsoBlock: 'And the rest from',
  inTrayOf: 'What does not fill a tray',
  zone: 'Zone',
  calledOff: 'Called off',
}

const named = (word: string) => word.charAt(0).toUpperCase() + word.slice(1)

/** Another day, number, block or zone for a batch that is not stuck yet. Nothing is typed before there is what to choose from. */
export function ChangePlan({ batch, onDone }: { batch: Batch; onDone: () => void }) {
  const { week } = useShown()
  const bench = useBench(week)
  const stock = useStock(week)
  if (bench.data === undefined || stock.data === undefined) {
    const failed = [bench, stock].find((read) => read.data === undefined && read.error !== null)
    return failed ? (
      <Failed message={failed.error?.message ?? ''} again={() => failed.refetch()} />
    ) : (
      <p role="status" className="soft">
        The zones and the stock are asked for.
      </p>
    )
  }
  return <PlanForm batch={batch} zones={bench.data.zones} stock={stock.data} onDone={onDone} />
}

function PlanForm({
  batch,
  zones,
  stock,
  onDone,
}: {
  batch: Batch
  zones: readonly ZoneWeek[]
  stock: Schemas['Stock']
  onDone: () => void
}) {
  const { session } = useShown()
  const form = useForm({
    values: {
      trays: String(batch.trays),
      cuttings: String(batch.planned),
      stickOn: [batch.stickOn, session.today].sort()[1] ?? session.today,
      collectOn: batch.collectOn,
      block: batch.block,
      alsoBlock: batch.also?.block ?? '',
      inTrayOf: batch.inTrayOf ?? '',
      zone: String(zones.find((zone) => zone.name === batch.zone)?.id ?? ''),
      calledOff: false,
      version: batch.version,
    },
    resetOptions: { keepDirtyValues: true },
  })
  const kept = useKept(form, 'change')
  const { errors, dirtyFields } = form.formState
  const ahead = batch.keepsDays > 0
  const write = useWrite((body: Typed<'put', '/api/batches/{code}'>) => put('/api/batches/{code}', body, { code: batch.code }))
  const save = form.handleSubmit((typed) => {
    // An empty choice is sent as such: what is not said stays as it is.
    const { collectOn, cuttings, ...rest } = typed
    return write
      .mutateAsync({
        ...rest,
        trays: numeric(typed.trays),
        zone: Number(typed.zone),
        // What nobody touched goes with the trays, and with the day of sticking.
        ...(dirtyFields.cuttings && { cuttings: numeric(cuttings) }),
        ...(dirtyFields.collectOn && { collectOn }),
      })
      .then((saved) => {
        say(saved.state === 'called_off' ? `${saved.code} is called off.` : `${saved.code} is planned anew.`)
        onDone()
      })
      .catch(
        (refusal) =>
          refusal instanceof Refusal &&
          !isMeeting(refusal) &&
          showRefusal(form, refusal, ['trays', 'cuttings', 'stickOn', 'collectOn', 'block', 'alsoBlock', 'inTrayOf', 'zone']),
      )
  })
  const theirs = isMeeting(write.error) ? write.error.theirs : undefined
  return (
    <form
      onSubmit={save}
      noValidate
      aria-label={`Change the plan of ${batch.code}`}
      className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4"
    >
      {kept}
      <Stepper control={form.control} name="trays" label="Trays" hint={`of ${batch.cells}`} />
      <Field label={named(piecesOf(batch.method))} hint="untouched, they go with the trays" error={errors.cuttings}>
        {(ids) => <input {...ids} {...form.register('cuttings')} inputMode="numeric" className="field-text !min-h-12" />}
      </Field>
      <Field label="Stick on" error={errors.stickOn}>
        {(ids) => <input {...ids} {...form.register('stickOn')} type="date" className="field-text !min-h-12" />}
      </Field>
      {ahead && (
        <Field
          label="Collect on"
          hint={`before it is stuck, if you like: cold or bundled it keeps ${plural(batch.keepsDays, 'day')}`}
          error={errors.collectOn}
        >
          {(ids) => <input {...ids} {...form.register('collectOn')} type="date" className="field-text !min-h-12" />}
        </Field>
      )}
      <Field label="Stock block" error={errors.block}>
        {(ids) => (
          <Choose {...ids} {...form.register('block')} value={String(form.watch('block') ?? '')} className="field-text !min-h-12">
            {stock.blocks
              .filter((block) => block.cropSlug === batch.cropSlug)
              .map((block) => (
                <option key={block.code} value={block.code}>
                  {block.code}, {block.place}
                </option>
              ))}
          </Choose>
        )}
      </Field>
      <Field label="And the rest from" hint="where one block cannot give all of it" error={errors.alsoBlock}>
        {(ids) => (
          <Choose
            {...ids}
            {...form.register('alsoBlock')}
            value={String(form.watch('alsoBlock') ?? '')}
            className="field-text !min-h-12"
          >
            <option value="">no other</option>
            {stock.blocks
              .filter((block) => block.cropSlug === batch.cropSlug && block.code !== form.watch('block'))
              .map((block) => (
                <option key={block.code} value={block.code}>
                  {block.code}, {block.place}
                </option>
              ))}
          </Choose>
        )}
      </Field>
      {(batch.trayOpen.length > 0 || batch.inTrayOf !== null) && (
        <Field label="What does not fill a tray" hint="what stands in such trays there can share one" error={errors.inTrayOf}>
          {(ids) => (
            <Choose
              {...ids}
              {...form.register('inTrayOf')}
              value={String(form.watch('inTrayOf') ?? '')}
              className="field-text !min-h-12"
            >
              <option value="">stands in a tray of its own</option>
              {batch.inTrayOf !== null && !batch.trayOpen.some((one) => one.code === batch.inTrayOf) && (
                <option value={batch.inTrayOf}>in the last tray of {batch.inTrayOf}</option>
              )}
              {batch.trayOpen.map((one) => (
                <option key={one.code} value={one.code}>
                  in the last tray of {one.code}, {one.zoneName}: {plural(one.free, 'hole')} free
                </option>
              ))}
            </Choose>
          )}
        </Field>
      )}
      <Field label="Zone" error={errors.zone}>
        {(ids) => (
          <Choose {...ids} {...form.register('zone')} value={String(form.watch('zone') ?? '')} className="field-text !min-h-12">
            {zones.map((zone) => (
              <option key={zone.id} value={zone.id}>
                {zone.name}
              </option>
            ))}
          </Choose>
        )}
      </Field>
      <label className="flex min-h-11 cursor-pointer items-center gap-2">
        <input type="checkbox" className="checkbox" {...form.register('calledOff')} /> call this batch off
      </label>
      <div className="grid gap-3 sm:col-span-full">
        <FormRefusal form={form} />
        {theirs && isMeeting(write.error) && (
          <Meeting
            refusal={write.error}
            mine={form.getValues()}
            words={WORDS}
            onMine={() => {
              form.setValue('version', Number(theirs.version))
              save()
            }}
            onTheirs={onDone}
          />
        )}
        <div>
          <button type="submit" className="act-main" disabled={write.isPending}>
            Save the plan
          </button>
        </div>
      </div>
    </form>
  )
}
