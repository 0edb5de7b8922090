import { useState } from 'react'
import { useNavigate } from 'react-router'
import { post, Refusal, type Typed } from '../api/client'
import { useChoices, usePatterns } from '../api/queries'
import { useWrite } from '../api/writes'
import { Cutting } from '../drawings/Cutting'
import { Dialog } from '../shell/Dialog'
import { say } from '../shell/Said'
import { SheetForm, type TypedOver } from './SheetForm'

/** Another pattern is taken: which of what was typed stays, and which is as that pattern has it. */
function Stays({
  typed,
  to,
  onTake,
  onStay,
}: {
  typed: TypedOver[]
  to: string
  onTake: (stays: TypedOver[]) => void
  onStay: () => void
}) {
  const [left, setLeft] = useState<readonly string[]>([])
  return (
    <Dialog title={`Start from ${to}`} onClose={onStay}>
      <p className="mb-2">You typed these. Tick what stays; all else is as {to} has it.</p>
      <ul className="mb-4 grid gap-1">
        {typed.map((one) => (
          <li key={one.name}>
            <label className="flex min-h-11 cursor-pointer items-center gap-3">
              <input
                type="checkbox"
                className="checkbox"
                checked={!left.includes(one.name)}
                onChange={() => setLeft(left.includes(one.name) ? left.filter((name) => name !== one.name) : [...left, one.name])}
              />
              {one.label}: <strong>{one.words}</strong>
            </label>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="act-main" onClick={() => onTake(typed.filter((one) => !left.includes(one.name)))}>
          Take the pattern
        </button>
        <button type="button" className="act" onClick={onStay}>
          Stay with this one
        </button>
      </div>
    </Dialog>
  )
}

/** A new crop from a pattern: a name, a pattern, and whatever of the sheet is known to differ. */
export function AddCrop({ slug, onDone }: { slug?: string; onDone?: () => void }) {
  const { data: choices } = useChoices()
  const { data: patterns } = usePatterns()
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [chosen, setChosen] = useState<string>()
  const [told, setTold] = useState<string>()
  const [typed, setTyped] = useState<TypedOver[]>([])
  const [over, setOver] = useState<TypedOver[]>([])
  const [asked, setAsked] = useState<string | null>(null)
  const [isProtected, setProtected] = useState<boolean>()
  const [holder, setHolder] = useState('')
  const [isUnsaid, setUnsaid] = useState(false)
  const add = useWrite((body: Typed<'post', '/api/crops'>) =>
    slug ? post('/api/crops/{slug}/ways', body, { slug }) : post('/api/crops', body),
  )
  if (!choices || !patterns) return null
  const pattern = patterns.patterns.find((one) => one.pattern === chosen)
  return (
    <div className="grid gap-4">
      <label className="grid max-w-md gap-1 text-sm font-semibold">
        {slug ? 'What this way is called' : 'Crop'}
        <input
          className="field-text"
          value={name}
          onChange={(event) => setName(event.target.value)}
          aria-invalid={told !== undefined}
          autoComplete="off"
        />
        {told && (
          <span role="alert" className="refusal font-normal">
            {told}
          </span>
        )}
      </label>
      <fieldset>
        <legend className="mb-1 text-sm font-semibold">Starts from</legend>
        <div className="grid grid-cols-2 gap-2 sm:grid-cols-4 lg:grid-cols-8">
          {patterns.patterns.map((one) => (
            <label
              key={one.pattern}
              className={`sheet flex cursor-pointer flex-col items-center p-2 text-center ${one.pattern === chosen ? 'bg-cream' : ''}`}
            >
              <input
                type="radio"
                name="pattern"
                className="radio self-start"
                checked={one.pattern === chosen}
                onChange={() => (chosen !== undefined && typed.length > 0 ? setAsked(one.pattern) : setChosen(one.pattern))}
                aria-label={one.words}
              />
              <Cutting sheet={one.sheet} tall={104} />
              <span className="font-semibold">{one.words}</span>
            </label>
          ))}
        </div>
      </fieldset>
      {!slug && (
        <fieldset aria-describedby={isUnsaid ? 'protected-unsaid' : undefined}>
          <legend className="mb-1 text-sm font-semibold">Is it protected by breeders' rights?</legend>
          <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
            {([false, true] as const).map((is) => (
              <label key={String(is)} className="flex min-h-11 items-center gap-2">
                <input
                  type="radio"
                  name="protected"
                  className="radio"
                  checked={isProtected === is}
                  onChange={() => setProtected(is)}
                />
                {is ? 'yes' : 'no'}
              </label>
            ))}
            {isProtected && (
              <label className="flex items-center gap-2 text-sm font-semibold">
                Who holds them
                <input
                  className="field-text w-64"
                  value={holder}
                  onChange={(event) => setHolder(event.target.value)}
                  autoComplete="off"
                />
              </label>
            )}
          </div>
          {isUnsaid && (
            <p id="protected-unsaid" role="alert" className="refusal">
              Say whether it is protected, and if so, who holds the rights: nothing of it is taken without a licence then.
            </p>
          )}
        </fieldset>
      )}
      {asked !== null && (
        <Stays
          typed={typed}
          to={patterns.patterns.find((one) => one.pattern === asked)?.words ?? ''}
          onTake={(stays) => {
            setOver(stays)
            setChosen(asked)
            setAsked(null)
          }}
          onStay={() => setAsked(null)}
        />
      )}
      {pattern && (
        <SheetForm
          of={`new way, ${pattern.pattern}`}
          key={pattern.pattern}
          began={pattern.sheet}
          over={over}
          onTyped={setTyped}
          choices={choices}
          button={slug ? 'Keep this way' : 'Keep the crop'}
          send={async (sheet) => {
            setTold(undefined)
            const isMissing = !slug && (isProtected === undefined || (isProtected && holder.trim() === ''))
            setUnsaid(isMissing)
            if (isMissing) throw new Refusal('missing', '', 'Say above whether it is protected.')
            try {
              const crop = await add.mutateAsync({ name, sheet, ...(isProtected && { protectedBy: holder }) })
              say(slug ? `${crop.name} has another way.` : `${crop.name} has its sheet.`)
              onDone?.()
              if (!slug) navigate(`/crops/${crop.slug}`)
            } catch (refusal) {
              if (refusal instanceof Refusal && refusal.field === 'name') {
                setTold(refusal.message)
                throw new Refusal(refusal.code, '', refusal.message)
              }
              throw refusal
            }
          }}
        />
      )}
    </div>
  )
}
