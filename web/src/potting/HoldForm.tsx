import { useState } from 'react'
import type { Schemas } from '../api/client'
import { useLotAct } from '../api/writes'
import { PlainForm } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

/** A year on, as a day. */
const inAYear = (today: string) => `${Number(today.slice(0, 4)) + 1}${today.slice(4).replace('-02-29', '-02-28')}`

/** A lot is held back from orders for a time, and keeps its place; or it is given to orders again. */
export function HoldForm({ lot, onDone }: { lot: Schemas['Lot']; onDone: () => void }) {
  const { session } = useShown()
  const hold = useLotAct(lot.code, 'hold')
  const [failed, setFailed] = useState<string>()
  const was = { until: lot.heldUntil, why: lot.heldWhy }
  const back = (now: Schemas['Lot']) => () => hold.mutateAsync({ version: now.version, ...was })
  return (
    <>
      <PlainForm
        title={`Hold lot ${lot.code} back`}
        entries={[
          { name: 'until', label: 'Until', kind: 'day', start: lot.heldUntil ?? inAYear(session.today) },
          { name: 'why', label: 'Why', start: lot.heldWhy ?? '', hint: 'for next year, as mother plants' },
        ]}
        button="Hold it back"
        send={async ({ until, why }) => {
          const now = await hold.mutateAsync({ version: lot.version, until, why })
          say(`Lot ${lot.code} is held back.`, back(now))
          onDone()
        }}
      />
      {lot.heldUntil && (
        <button
          type="button"
          className="act mt-3"
          disabled={hold.isPending}
          onClick={() =>
            hold.mutateAsync({ version: lot.version, until: null }).then(
              (now) => {
                say(`Lot ${lot.code} is for orders again.`, back(now))
                onDone()
              },
              (error: Error) => setFailed(error.message),
            )
          }
        >
          Give it to orders again
        </button>
      )}
      {failed && (
        <p role="alert" className="refusal mt-2">
          {failed}
        </p>
      )}
    </>
  )
}
