import { useState } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import type { Schemas } from '../api/client'
import { lineOf } from '../course/CourseView'
import { CourseLine } from '../drawings/CourseLine'
import { numeric } from '../forms/number'
import { plural } from '../words'
import type { TypedForm } from './SheetLists'

type Stage = Schemas['CourseStage']

/** A number that is typed in a field, some more or less; what is no number stays as it is. */
function by(text: string, change: number): string {
  const number = numeric(text)
  return typeof number === 'number' ? String(Math.max(1, number + change)) : text
}

/** The field in which a stage that is not changed on the line is. */
const FIELD: Partial<Record<Stage['kind'], string>> = {
  held: 'sheet.hold_shadedHours',
  sealing: 'sheet.hold_sealDays',
  mist: 'sheet.water_regime',
  cover: 'sheet.water_regime',
  below: 'sheet.water_regime',
  dry: 'sheet.water_regime',
  still: 'sheet.water_regime',
  mother: 'sheet.water_regime',
  ground: 'sheet.water_regime',
  growing: 'sheet.potting_growOnDays',
  set_out: 'sheet.potting_growOnDays',
}

const WINTERS = [
  ['outside', 'outside'],
  ['cold_frame', 'in a cold frame'],
  ['frost_free', 'frost-free'],
] as const

/** The course of a sheet as a line of stages: one is picked, changed, put in or left out, and the line follows. */
export function CourseEditor({ stages, form }: { stages: Stage[]; form: UseFormReturn<TypedForm> }) {
  const [picked, setPicked] = useState<number | null>(null)
  const stage = picked === null ? undefined : stages[picked]
  const steps = form.watch('weaning')
  const set = (weaning: TypedForm['weaning']) => form.setValue('weaning', weaning, { shouldDirty: true })
  const tick = (name: 'potting_winter' | 'potting_direct', value: string | boolean) =>
    form.setValue(`sheet.${name}`, value, { shouldDirty: true })
  const isStep = stage?.kind === 'weaning' || stage?.kind === 'cut_loose'
  const at = isStep ? (stage?.number ?? 1) - 1 : -1
  const move = (to: number) => {
    const moved = [...steps]
    const [step] = moved.splice(at, 1)
    if (step) moved.splice(to, 0, step)
    set(moved)
  }
  const rests = stages.some((one) => one.kind === 'rest')
  const isDirect = form.watch('sheet.potting_direct') === true
  const field = stage && FIELD[stage.kind]
  const button = (words: string, act: () => void, is = true) =>
    is && (
      <button key={words} type="button" className="act" onClick={act}>
        {words}
      </button>
    )
  return (
    <fieldset className="min-w-0 border-t-2 pt-2 border-stone-wash">
      <legend className="pr-3 font-bold">
        Its course <span className="text-sm font-normal soft">press a stage to change it</span>
      </legend>
      <CourseLine stages={lineOf(stages)} label="Its course" picked={picked} onPick={(i) => setPicked(i === picked ? null : i)} />
      <div className="mt-2 flex flex-wrap items-center gap-2" role="group" aria-label="Change its course">
        {stage && (
          <strong className="mr-2" aria-live="polite">
            {stage.words}
            {isStep && ` ${stage.number}, ${plural(Number(numeric(steps[at]?.days ?? '')) || 0, 'day')}`}
          </strong>
        )}
        {isStep && button('A day less', () => set(steps.map((one, i) => (i === at ? { ...one, days: by(one.days, -1) } : one))))}
        {isStep && button('A day more', () => set(steps.map((one, i) => (i === at ? { ...one, days: by(one.days, 1) } : one))))}
        {isStep && button('Earlier', () => move(at - 1), at > 0)}
        {isStep && button('Later', () => move(at + 1), at < steps.length - 1)}
        {isStep &&
          button('Leave it out', () => {
            set(steps.filter((_, i) => i !== at))
            setPicked(null)
          })}
        {isStep &&
          button('Another after it', () => set([...steps.slice(0, at + 1), { days: '5', what: '' }, ...steps.slice(at + 1)]))}
        {stage?.kind === 'rest' &&
          WINTERS.map(([winter, words]) =>
            button(`Potted before winter, ${words}`, () => {
              tick('potting_winter', winter)
              setPicked(null)
            }),
          )}
        {(stage?.kind === 'growing' || stage?.kind === 'set_out') && (
          <>
            {button('A week less', () =>
              form.setValue('sheet.potting_growOnDays', by(String(form.getValues('sheet.potting_growOnDays')), -7), {
                shouldDirty: true,
              }),
            )}
            {button('A week more', () =>
              form.setValue('sheet.potting_growOnDays', by(String(form.getValues('sheet.potting_growOnDays')), 7), {
                shouldDirty: true,
              }),
            )}
            {button(isDirect ? 'Potted up after rooting' : 'Stuck straight into its pot', () =>
              tick('potting_direct', !isDirect),
            )}
          </>
        )}
        {field && button('Say more of it', () => document.querySelector<HTMLElement>(`[name="${field}"]`)?.focus())}
        {!stage && button('Put in a step of weaning', () => set([...steps, { days: '5', what: '' }]))}
        {!stage && button('Put in a winter’s rest in its cells', () => tick('potting_winter', 'as_cells'), !rests && !isDirect)}
      </div>
    </fieldset>
  )
}
