import { put, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { ChangeButton, useOpening } from '../forms/Opening'
import { PlainForm } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

/** A crop that was written wrongly is called otherwise, on all its batches. */
export function Rename({ crop }: { crop: Schemas['CropPage'] }) {
  const { mayPlan } = useShown()
  const opening = useOpening<'name'>()
  const rename = useWrite((body: { version: number; name: string }) => put('/api/crops/{slug}', body, { slug: crop.slug }))
  if (!mayPlan) return null
  return (
    <>
      <ChangeButton name={`the name of ${crop.name}`} isOpen={opening.is('name')} onToggle={() => opening.toggle('name')} />
      {opening.is('name') && (
        <div className="sheet mt-2 w-full p-3">
          <PlainForm
            key={crop.version}
            title={`The name of ${crop.name}`}
            entries={[{ name: 'name', label: 'Name', start: crop.name }]}
            button="Keep"
            send={async ({ name }) => {
              const kept = await rename.mutateAsync({ version: crop.version, name })
              say(`It is ${name} now.`, () => rename.mutateAsync({ version: kept.version, name: crop.name }))
              opening.close()
            }}
          />
        </div>
      )}
    </>
  )
}
