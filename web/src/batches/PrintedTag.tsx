import type { ReactNode } from 'react'
import type { Batch } from '../api/client'
import { sayDay } from '../words'

/** The tag for the tray, in black on white. */
export function PrintedTag({ batch, code }: { batch: Batch; code: ReactNode }) {
  return (
    <section aria-label="Tag to print" className="mt-4">
      <div className="inline-flex max-w-full items-stretch text-black">
        <svg width="34" viewBox="0 0 34 130" preserveAspectRatio="none" className="h-auto self-stretch" aria-hidden="true">
          <path d="M34 1L1 65L34 129" fill="#fff" stroke="#000" strokeWidth="2" vectorEffect="non-scaling-stroke" />
        </svg>
        <div className="flex min-w-0 flex-wrap items-center gap-x-4 border-2 border-l-0 border-black bg-white p-3">
          <div className="min-w-0">
            <div className="text-xl font-bold">{batch.crop}</div>
            <div className="text-3xl font-bold tracking-wide">{batch.code}</div>
            <div>
              {batch.isStuck ? batch.stuck : batch.planned} · {batch.isStuck ? 'stuck' : 'to stick'} {sayDay(batch.stickOn)}{' '}
              {batch.stickOn.slice(0, 4)} · {batch.block}
            </div>
            <div className="text-sm">
              {batch.hormone ?? batch.sheet.hormone ?? 'no hormone'}
              {batch.people.length > 0 && ` · ${batch.people.map((person) => person.name).join(', ')}`}
            </div>
          </div>
          {code}
        </div>
      </div>
      <div className="no-print mt-2">
        <button type="button" className="act" onClick={() => print()}>
          Print
        </button>
      </div>
    </section>
  )
}
